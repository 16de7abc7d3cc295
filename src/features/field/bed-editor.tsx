/** A bed, a block, or many beds at once. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { civil, formatDay } from '../../core/calendar/day'
import type { Bed } from '../../season/schema'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { DayField } from '../../ui/day-field'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { freeKeyIn, keyOf } from '../../season/keys'
import { moveEdits, movesIn, MovesPreview } from '../../ui/moves'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { UsedBy } from '../../ui/used-by'
import { stretch } from '../../words/field'
import { count } from '../../words/format'
import { TextButton } from './beds-plan'
import { CoverFields } from './cover-fields'
import { GrewFields } from './grew-fields'
import { PanelTitle } from '../../ui/panel-title'
import { withBed, coverNone } from './model'

export function BedEditor({
  stored,
  onClose,
  onStand,
}: {
  stored: Bed
  onClose: () => void
  onStand: (id: string) => void
}) {
  const t = useTranslations('field')
  const { season, plan, format } = useSeason()
  const {
    now: bed,
    put,
    at,
    frame,
    problems,
    remove,
    uses,
  } = useThingEditor('beds', stored, '/field?tab=beds', {
    also: (next) => moveEdits(movesIn(withBed(season, next), plan)),
  })
  const sound = problems.length === 0
  const moves = useMemo(
    () => (frame.changed && sound ? movesIn(withBed(season, bed), plan) : []),
    [frame.changed, sound, season, bed, plan],
  )
  const taken = plan.beds.uses.get(stored.key)!.filter(({ stand }) => stand)
  return (
    <EditorFrame
      onPaper
      title={
        <PanelTitle
          over={season.blocks.find(({ key }) => key === bed.block)?.name ?? ''}
          title={t('bed', { bed: bed.name })}
          onClose={onClose}
        />
      }
      {...frame}
      more={
        <Button color="error" size="small" onClick={remove}>
          {t('delete')}
        </Button>
      }
    >
      <MovesPreview moves={moves} />
      <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1.4fr', gap: 1.5 }}>
          <WordField label={t('name')} value={bed.name} onChange={(name) => put('name', name)} error={at('name')} />
          <ChoiceField
            label={t('block')}
            value={bed.block}
            options={season.blocks.map(({ key, name }) => [key, name] as const)}
            onChange={(block) => block && put('block', block)}
            error={at('block')}
          />
          <NumberField
            label={t('length')}
            quantity="ground"
            value={bed.length}
            onChange={(length) => length !== undefined && put('length', length)}
            error={at('length')}
          />
          <NumberField
            label={t('width')}
            quantity="length"
            value={bed.width}
            onChange={(width) => width !== undefined && put('width', width)}
            error={at('width')}
          />
        </Box>
        <CoverFields
          covers={bed.covers}
          none={coverNone(season, bed, format)}
          onChange={(covers) => put('covers', covers)}
          at={(path) => at(`covers${path}`)}
        />
        <Typography variant="h3">{t('standsThereFromBefore')}</Typography>
        {bed.standing.map((one, i) => {
          const set = (part: Partial<typeof one>) =>
            put(
              'standing',
              bed.standing.map((other, j) => (j === i ? { ...other, ...part } : other)),
            )
          return (
            <Box key={i} sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, alignItems: 'start' }}>
              <WordField
                label={one.cover ? t('coverCrop') : t('what')}
                value={one.what}
                onChange={(what) => set({ what })}
                error={at(`standing[${i}].what`)}
              />
              <WordField
                label={t('family')}
                value={one.family ?? ''}
                onChange={(family) => set({ family: family === '' ? undefined : family })}
                error={at(`standing[${i}].family`)}
              />
              {one.from !== undefined && (
                <DayField
                  label={t('sownOn')}
                  value={one.from}
                  onChange={(from) => set({ from })}
                  error={at(`standing[${i}].from`)}
                />
              )}
              <DayField
                label={t('clearOn')}
                value={one.until}
                onChange={(until) => set({ until })}
                error={at(`standing[${i}].until`)}
              />
              <Button
                size="small"
                color="inherit"
                sx={{ justifySelf: 'start' }}
                onClick={() =>
                  put(
                    'standing',
                    bed.standing.filter((_, j) => j !== i),
                  )
                }
              >
                {t('delete')}
              </Button>
            </Box>
          )
        })}
        <Button
          size="small"
          startIcon={<AddIcon />}
          sx={{ justifySelf: 'start' }}
          onClick={() =>
            put('standing', [
              ...bed.standing,
              { what: t('coverCrop'), cover: true, from: formatDay(plan.to - 90), until: formatDay(plan.to) },
            ])
          }
        >
          {t('aCoverCrop')}
        </Button>
        <Button
          size="small"
          startIcon={<AddIcon />}
          sx={{ justifySelf: 'start' }}
          onClick={() =>
            put('standing', [...bed.standing, { what: t('overwintered'), until: formatDay(plan.from + 120) }])
          }
        >
          {t('somethingThatComesOut')}
        </Button>
        <GrewFields
          grew={bed.grew ?? []}
          year={civil(plan.from).year - 1}
          onChange={(grew) => put('grew', grew.length > 0 ? grew : undefined)}
          at={at}
        />
      </Box>
      {uses.length > 0 && (
        <UsedBy what={t('bedOfStored', { stored: stored.name })} uses={uses} wayOut={t('giveThemAnotherBedFirst')} />
      )}
      <Typography variant="h3" sx={{ mt: 2 }}>
        {t('thisSeason')}
      </Typography>
      {taken.length === 0 && <Box sx={{ color: 'text.secondary', fontSize: 14 }}>{t('nothingIsPlantedInIt')}</Box>}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {taken.map((use) => (
          <Box component="li" key={use.stand!.id} sx={{ py: 0.75, borderTop: 1, borderColor: 'divider', fontSize: 14 }}>
            <TextButton onClick={() => onStand(use.stand!.id)}>{use.what}</TextButton>
            <Box sx={{ color: 'text.secondary' }}>
              {t('to', {
                from: format.date(use.from),
                until: format.date(use.until),
                stretch: stretch(use, format),
                plants: count(format, use.plants, 'plant'),
              })}
            </Box>
          </Box>
        ))}
      </Box>
    </EditorFrame>
  )
}

const MOST_AT_ONCE = 200

/** Several beds of one size, numbered on. */
export function NewBeds({ onClose, onDone }: { onClose: () => void; onDone: () => void }) {
  const t = useTranslations('field')
  const { season, format } = useSeason()
  const saving = useChange()
  const [block, setBlock] = useState(season.blocks.at(-1)?.key ?? '')
  const [letter, setLetter] = useState(season.blocks.at(-1)?.name[0]?.toUpperCase() ?? 'B')
  const like = season.beds.at(-1)
  const [many, setMany] = useState<number>()
  const [length, setLength] = useState<number | undefined>(like?.length ?? 3000)
  const [width, setWidth] = useState<number | undefined>(like?.width ?? 75)
  const wrong = many !== undefined && (many < 1 || many > MOST_AT_ONCE || !Number.isInteger(many))
  const sound =
    block !== '' &&
    many !== undefined &&
    !wrong &&
    length !== undefined &&
    length > 0 &&
    width !== undefined &&
    width > 0
  const add = async () => {
    if (!sound) return
    const names = new Set(season.beds.map(({ name }) => name))
    const beds: Bed[] = []
    for (let n = 1; beds.length < many; n++) {
      const name = `${letter}${n}`
      if (names.has(name)) continue
      beds.push({ key: freeKeyIn([...season.beds, ...beds], keyOf(name)), name, block, length, width, standing: [] })
    }
    if (
      await saving.change(
        beds.map((bed) => ({ of: 'beds' as const, key: bed.key, from: null, to: bed })),
        t('added', { beds: count(format, beds.length, 'bed') }),
      )
    )
      onDone()
  }
  return (
    <EditorFrame
      onPaper
      title={<PanelTitle title={t('newBeds')} onClose={onClose} />}
      changed={sound}
      busy={saving.busy}
      failure={saving.failure}
      problems={saving.problems}
      onSave={() => void add()}
      onDrop={onClose}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1.4fr 1fr', gap: 1.5, mt: 1, alignItems: 'start' }}>
        <ChoiceField
          label={t('block')}
          value={block}
          options={season.blocks.map(({ key, name }) => [key, name] as const)}
          onChange={setBlock}
        />
        <NumberField
          label={t('howMany')}
          value={many}
          onChange={setMany}
          error={wrong ? t('aWholeNumber1To', { MOST_AT_ONCE: String(MOST_AT_ONCE) }) : undefined}
        />
        <WordField label={t('named')} value={letter} onChange={setLetter} help={`${letter}1, ${letter}2 …`} />
        <span />
        <NumberField label={t('length')} quantity="ground" value={length} onChange={setLength} />
        <NumberField label={t('width')} quantity="length" value={width} onChange={setWidth} />
      </Box>
    </EditorFrame>
  )
}
