/** One planting in the field: whether it can go, how it is planted, who gets it, and what was found. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MuiLink from '@mui/material/Link'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, type Day } from '../../core/calendar/day'
import { bedPlan, holdFor } from '../../core/field/beds'
import { plantedOn } from '../../core/batch/one-of-series'
import { foundOf, settle } from '../../core/field/who-gets-what'
import type { FieldCrop } from '../../core/field/field-crop'
import { present, sameValue } from '../../season/values'
import { readSeason } from '../../season/read'
import type { Planting } from '../../season/schema'
import { EditorFrame, useDraft } from '../../ui/editor'
import { DayField } from '../../ui/day-field'
import { NumberField } from '../../ui/fields'
import { MovesPreview, plantingEdits } from '../../ui/moves'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { count } from '../../words/format'
import { clashSentence, holdSentence, inPlaceSentence } from '../../words/field'
import { PanelTitle } from '../../ui/panel-title'
import { AddShare, ShareRow } from './share-row'
import { Head, Dates, Gates, Card, LeafTimeLine } from './stand-facts'
import { SpacingFields } from './spacing-fields'
import { type Draft, plantingOf, swapped } from './model'
import { Link } from '../../ui/navigation'

export function StandPanel({
  stand,
  day,
  onClose,
  onBed,
}: {
  stand: FieldCrop
  day: Day
  onClose: () => void
  onBed: (key: string) => void
}) {
  const t = useTranslations('field')
  const { season, plan, format } = useSeason()
  const { planting, n } = stand
  const stored = useMemo((): Draft => {
    return present({ ...foundOf(planting, n), spacing: planting.spacing })
  }, [planting, n])
  const draft = useDraft(stored)
  const saving = useChange()
  const { now } = draft
  const set = (part: Partial<Draft>) => draft.set(present({ ...now, ...part }))
  const goes = useMemo(() => now.goes ?? [], [now.goes])
  const next = useMemo(() => plantingOf(planting, n, now), [planting, n, now])
  const problems = useMemo(() => {
    if (!draft.changed) return []
    const read = readSeason({
      ...season,
      plantings: season.plantings.map((other) => (other.key === planting.key ? next : other)),
    })
    return read.ok ? [] : read.problems
  }, [draft.changed, season, planting.key, next])
  const drawn = useMemo(
    (): FieldCrop => ({
      ...stand,
      planting: { ...planting, ...(now.spacing ? { spacing: now.spacing } : {}) },
      goes,
      stand: now.stand,
      leaves: now.leaves,
    }),
    [stand, planting, goes, now],
  )
  // What is being written is placed among the others at once.
  const beds = useMemo(
    () =>
      draft.changed
        ? bedPlan(
            season,
            plan.inField.map((other) => (other.id === stand.id ? drawn : other)),
          )
        : plan.beds,
    [draft.changed, season, plan, stand.id, drawn],
  )
  const clashes = beds.clashesOf.get(stand.id)
  const hold = holdFor(stand, clashes)
  const { moves } = useMemo(
    () => (draft.changed && problems.length === 0 ? plantingEdits(season, plan, next) : { moves: [] }),
    [draft.changed, problems, season, plan, next],
  )
  const write = async (to: Planting, summary: string) => saving.change(plantingEdits(season, plan, to).edits, summary)
  const save = async () => {
    if (await write(next, t('changedInTheField', { stand: stand.code, variety: stand.variety.name }))) draft.saved()
  }
  // What someone else wrote meanwhile is said before it is written over.
  const overtaken = draft.changed && !sameValue(draft.from, stored)
  const available = now.stand?.plants ?? stand.plants
  const settled = settle(goes, available)
  return (
    <EditorFrame
      onPaper
      title={
        <PanelTitle
          over={stand.n > 0 ? t('oneOfASeries', { stand: stand.code }) : stand.code}
          title={stand.variety.name}
          onClose={onClose}
        />
      }
      changed={draft.changed}
      busy={saving.busy}
      failure={saving.failure}
      problems={draft.changed ? (problems.length > 0 ? problems : saving.problems) : []}
      onSave={() => void save()}
      onDrop={() => {
        draft.drop()
        saving.clear()
      }}
      more={
        <MuiLink
          component={Link}
          href={stand.batch ? `/plan?batch=${encodeURIComponent(stand.id)}` : `/plan?edit=${planting.key}`}
          color="inherit"
          sx={{ fontSize: 14 }}
        >
          {stand.batch ? t('itsBatchInPlan') : t('changeItInPlan')}
        </MuiLink>
      }
    >
      {overtaken && (
        <Alert severity="warning" sx={{ mb: 1.5 }}>
          {t('someoneElseHasChangedThis')}
        </Alert>
      )}
      <Dates stand={stand} />
      {stand.inPlace && <Box sx={{ mt: 1, fontSize: 14.5 }}>{inPlaceSentence(stand, format)}</Box>}
      {clashes && clashes.length > 0 && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {clashes.map((clash) => clashSentence(clash, format)).join(' ')}
          {hold && (
            <>
              {' '}
              <b>{holdSentence(hold, format)}</b>
            </>
          )}
          {hold && Number.isFinite(hold.freeOn) && (
            <Box sx={{ mt: 1, display: 'flex', flexWrap: 'wrap', gap: 1 }}>
              <Button
                size="small"
                variant="outlined"
                color="inherit"
                disabled={saving.busy || draft.changed}
                onClick={() =>
                  void write(
                    plantedOn(planting, n, formatDay(hold.freeOn)),
                    t('plantedWhenItsBedIs', { stand: stand.code }),
                  )
                }
              >
                {t('plantInstead', { freeOn: format.date(hold.freeOn) })}
              </Button>
              {n === 0 && clashes.length === 1 && (
                <Button
                  size="small"
                  variant="outlined"
                  color="inherit"
                  disabled={saving.busy || draft.changed}
                  onClick={() =>
                    void write(
                      {
                        ...planting,
                        anchor: { to: 'bed', bed: clashes[0]!.bed.key, days: season.habits.turnaroundDays },
                      },
                      t('hungOnBed', { stand: stand.code, bed: clashes[0]!.bed.name }),
                    )
                  }
                >
                  {t('letItFollow', { bed: clashes[0]!.bed.name })}
                </Button>
              )}
            </Box>
          )}
        </Alert>
      )}
      <MovesPreview moves={moves} />
      <Gates stand={drawn} day={day} clashes={clashes} />
      <Head>{t('howItIsPlanted')}</Head>
      <Card stand={drawn} />
      <LeafTimeLine stand={stand} />
      <Head>{t('whoGetsThePlants')}</Head>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1.3fr', gap: 1.5, mb: 1 }}>
        <NumberField
          label={t('goodPlants')}
          value={now.stand?.plants}
          onChange={(plants) =>
            set({
              stand:
                plants === undefined ? undefined : { on: now.stand?.on ?? formatDay(day), plants: Math.round(plants) },
            })
          }
          help={now.stand ? undefined : t('planned', { plants: format.number(stand.plants) })}
        />
        {now.stand && (
          <DayField
            label={t('countedOn')}
            value={now.stand.on}
            onChange={(on) => set({ stand: { ...now.stand!, on } })}
          />
        )}
      </Box>
      {goes.map((share, i) => (
        <ShareRow
          key={i}
          share={share}
          gets={settled.shares[i]!.gets}
          counted={now.stand !== undefined}
          stand={drawn}
          first={i === 0}
          last={i === goes.length - 1}
          onChange={(to) => set({ goes: goes.map((other, j) => (j === i ? to : other)) })}
          onRemove={() => set({ goes: goes.filter((_, j) => j !== i) })}
          onMove={(by) => set({ goes: swapped(goes, i, i + by) })}
          onBed={onBed}
        />
      ))}
      <Box sx={{ fontSize: 14, mt: 0.5, color: settled.short > 0 ? 'error.main' : 'text.secondary' }}>
        {settled.short > 0
          ? t('moreArePromisedThanThere', { plants: count(format, settled.short, 'plant'), available })
          : settled.left > 0
            ? t('notGivenToAnyoneYet', { plants: count(format, settled.left, 'plant') })
            : goes.length > 0
              ? t('allOfThemAreGiven')
              : ''}
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mt: 0.5 }}>
        <AddShare
          disabled={season.beds.length === 0}
          onClick={() =>
            set({ goes: [...goes, { to: 'bed', bed: season.beds[0]!.key, plants: Math.max(1, settled.left) }] })
          }
        >
          {t('ownBed')}
        </AddShare>
        <AddShare
          onClick={() =>
            set({ goes: [...goes, { to: 'customer', name: t('customer'), plants: Math.max(1, settled.left) }] })
          }
        >
          {t('customer')}
        </AddShare>
        <AddShare
          onClick={() =>
            set({ goes: [...goes, { to: 'sale', plants: Math.max(1, settled.left), on: formatDay(stand.from) }] })
          }
        >
          {t('plantSale')}
        </AddShare>
        <AddShare onClick={() => set({ goes: [...goes, { to: 'spare', plants: Math.max(1, settled.left) }] })}>
          {t('spares')}
        </AddShare>
      </Box>
      <Head>{t('spacing', { n: n > 0 ? 'yes' : 'no' })}</Head>
      <SpacingFields value={now.spacing} stand={stand} onChange={(spacing) => set({ spacing })} />
      <Head>{t('foundInTheField')}</Head>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr', gap: 1.25 }}>
        {stand.batch && (
          <Box>
            <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 0.5 }}>
              {t('leavesBeforeTheyGoOut', {
                extra: now.leaves ? `, ${format.date(Date.parse(now.leaves.on) / 86_400_000)}` : '',
              })}
            </Box>
            <ToggleButtonGroup
              exclusive
              size="small"
              aria-label={t('leaves')}
              value={!now.leaves ? null : !now.leaves.firm ? 'soft' : now.leaves.dark ? 'good' : 'pale'}
              onChange={(_, look: 'good' | 'soft' | 'pale' | null) =>
                set({
                  leaves:
                    look === null ? undefined : { on: formatDay(day), firm: look !== 'soft', dark: look === 'good' },
                })
              }
            >
              <ToggleButton value="good">{t('firmAndDark')}</ToggleButton>
              <ToggleButton value="soft">{t('soft')}</ToggleButton>
              <ToggleButton value="pale">{t('pale')}</ToggleButton>
            </ToggleButtonGroup>
          </Box>
        )}
        <DayField
          label={t('groundClearOn')}
          value={now.clears ?? ''}
          onChange={(on) => set({ clears: on === '' ? undefined : on })}
          help={
            stand.clears === undefined
              ? t('nothingSaysWhenUntilThe')
              : t('emptyCalculated', { clears: format.date(stand.clears) })
          }
          width="60%"
        />
      </Box>
    </EditorFrame>
  )
}
