/** Labels: which batches, on what, and a code typed in to find its batch. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Typography from '@mui/material/Typography'
import { useSearchParams } from 'next/navigation'
import { useCallback, useMemo, useState, useSyncExternalStore } from 'react'
import { z } from 'zod'
import { useTranslations } from 'next-intl'
import { formatDay, weekStart } from '../../core/calendar/day'
import { labelCodes, labelDay, labelsOf, stayOn, type Label } from '../../core/labels/content'
import { spoken } from '../../core/labels/codes'
import type { Batch } from '../../core/batch/batch'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useRecord } from '../../ui/records/use-record'
import { useKept } from '../../ui/use-kept'
import { useInAddress } from '../../ui/use-in-address'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { count } from '../../words/format'
import { SHEET_NAMES, usualSheet } from './sheets'
import { UnlabelledTray } from './unlabelled-tray'
import { Making, RollPrinter } from './making'
import { LabelPreview } from './label-preview'
import { FindCode } from './find-code'
import { toggled, batchesFor, batchesNamed } from './model'

const never = () => () => undefined

const Sheet = z.enum(SHEET_NAMES)
const Wanted = z.object({ for: z.enum(['sow', 'pot-up', 'standing']) })
const TO_SOW: z.output<typeof Wanted> = { for: 'sow' }

export function LabelsView() {
  const t = useTranslations('labels')
  const { plan, season, format, today, data } = useSeason()
  const day = useWorkingDay()
  const { record } = useRecord()
  const search = useSearchParams()
  const only = search.get('batch')
  const [lost, setLost] = useState(search.has('lost'))
  const [{ for: which }, setWanted] = useInAddress('labels', Wanted, TO_SOW)
  const [off, setOff] = useState<ReadonlySet<string>>(new Set())
  const [each, setEach] = useState<'tray' | 'batch'>('tray')
  // Whoever prints buys the same sheets again.
  const [sheet, setSheet] = useKept('labels/sheet', Sheet, usualSheet(season.farm.region), 'device')
  const [skip, setSkip] = useState<number | undefined>(0)
  const origin = useSyncExternalStore(
    never,
    () => window.location.origin,
    () => '',
  )
  const [typed, setAddress] = useState<string>()
  const address = typed ?? origin
  const codes = useMemo(() => labelCodes(plan.batches, season.records), [plan, season.records])
  const monday = weekStart(day)
  const offered = useMemo(
    () => (only !== null ? batchesNamed(plan.batches, only) : batchesFor(plan.batches, which, monday, day)),
    [plan, only, which, monday, day],
  )
  const chosen = offered.filter(({ id }) => !off.has(id))
  // Each is labelled as it stands on the day it is sown or potted up.
  const what = only === null ? which : 'standing'
  const dayOf = useCallback((batch: Batch) => labelDay(batch, what, monday, day), [what, monday, day])
  const labels = useMemo(() => labelsOf(chosen, season, codes, dayOf, each), [chosen, season, codes, dayOf, each])
  const asked = {
    ids: chosen.map(({ id }) => id),
    day: formatDay(day),
    for: what,
    each,
    sheet,
    skip: skip ?? 0,
    address: address === '' ? origin : address,
    map: false,
  }
  const printed = () =>
    !data.whatIf && chosen.length > 0
      ? record(
          chosen.flatMap((batch) => [
            {
              batch: batch.id,
              what: {
                did: 'label' as const,
                code: codes.get(batch.id)!,
                labels: labels.filter((label) => label.batch === batch).length,
              },
            },
          ]),
          t('printed', { labels: count(format, labels.length, 'label') }),
        )
      : undefined
  const far = /^https?:\/\/(127\.|localhost)/.test(address)
  return (
    <Box
      sx={{
        px: { xs: 1.5, md: 2.5 },
        py: 2,
        display: 'grid',
        gap: 3,
        gridTemplateColumns: { xs: 'minmax(0,1fr)', lg: 'minmax(0,1fr) 380px' },
        alignItems: 'start',
      }}
    >
      <Box>
        <Typography variant="h1">{t('labels')}</Typography>
        <FindCode lost={lost} onLost={() => setLost(!lost)} />
        {lost && <UnlabelledTray />}
        {only === null && (
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 2 }} role="group" aria-label={t('forWhat')}>
            {(
              [
                ['sow', t('toSow', { week: format.week(day) })],
                ['pot-up', t('toPotUp', { week: format.week(day) })],
                ['standing', t('allThatStands')],
              ] as const
            ).map(([key, title]) => (
              <Button
                key={key}
                variant={which === key ? 'contained' : 'outlined'}
                disableElevation
                color={which === key ? 'primary' : 'inherit'}
                onClick={() => setWanted({ for: key })}
                aria-pressed={which === key}
                sx={{ minHeight: 44 }}
              >
                {title}
              </Button>
            ))}
          </Box>
        )}
        {offered.length === 0 ? (
          <Box sx={{ mt: 2, color: 'text.secondary' }}>{t('nothingNeedsLabelsThenMove')}</Box>
        ) : (
          <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 1.5, p: 0 }}>
            {offered.map((batch) => (
              <BatchLine
                key={batch.id}
                batch={batch}
                code={codes.get(batch.id)!}
                on={!off.has(batch.id)}
                labels={labels.filter((label) => label.batch === batch)}
                day={dayOf(batch)}
                onToggle={() => setOff(toggled(off, batch.id))}
              />
            ))}
          </Box>
        )}
      </Box>
      <Box
        component="section"
        aria-label={t('howToPrint')}
        sx={{
          display: 'grid',
          gap: 2,
          p: 2,
          border: 1,
          borderColor: 'divider',
          borderRadius: 1.5,
          bgcolor: 'background.paper',
        }}
      >
        <LabelPreview label={labels[0]} address={address} />
        <ChoiceField
          label={t('onto')}
          value={sheet}
          options={SHEET_NAMES.map((one) => [one, t(`sheets.${one}`)] as const)}
          onChange={(next) => next && setSheet(next)}
        />
        <ChoiceField
          label={t('howMany')}
          value={each}
          options={[
            ['tray', t('oneForEveryTray')],
            ['batch', t('oneForEveryBatch')],
          ]}
          onChange={(next) => next && setEach(next)}
        />
        {!sheet.startsWith('roll') && (
          <NumberField
            label={t('labelsAlreadyUsedOnThe')}
            value={skip}
            onChange={(next) => setSkip(next === undefined ? undefined : Math.max(0, Math.round(next)))}
          />
        )}
        <WordField
          label={t('addressPhonesOpen')}
          value={address}
          onChange={setAddress}
          help={far ? t('phonesCannotReachThisOne') : undefined}
        />
        <Making asked={asked} labels={labels.length} onMade={() => void printed()} />
        {sheet.startsWith('roll') && <RollPrinter labels={labels.length} onDone={() => void printed()} />}
        <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
          {t('codedTraysWriteTheCode', { today: format.date(today) })}
        </Box>
      </Box>
    </Box>
  )
}

function BatchLine({
  batch,
  code,
  on,
  labels,
  day,
  onToggle,
}: {
  batch: Batch
  code: string
  on: boolean
  labels: readonly Label[]
  day: number
  onToggle: () => void
}) {
  const { format, season } = useSeason()
  const stay = stayOn(batch, day)
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        gap: 1,
        borderTop: 1,
        borderColor: 'divider',
        minHeight: 52,
      }}
    >
      <FormControlLabel
        control={<Checkbox checked={on} onChange={onToggle} />}
        sx={{ flex: '1 1 190px', minWidth: 0, mr: 0 }}
        label={
          <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
            <StairGlyph batch={batch} />
            <Box>
              <b>{batch.code}</b> {batch.variety.name}
              <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>
                {stay
                  ? `${format.number(stay.trays)} × ${stay.container.name}, ${season.places[stay.place]!.name}`
                  : ''}
              </Box>
            </Box>
          </Box>
        }
      />
      <Box sx={{ fontSize: 18, fontWeight: 700, letterSpacing: '0.06em', fontVariantNumeric: 'tabular-nums' }}>
        {spoken(code)}
      </Box>
      <Box sx={{ width: 74, textAlign: 'right', fontSize: 14, color: 'text.secondary' }}>
        {on ? count(format, labels.length, 'label') : '–'}
      </Box>
    </Box>
  )
}
