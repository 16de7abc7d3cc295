/** What can be started on the working day: every kind, with the days that are left for it, added to the plan by one tap. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import ToggleButton from '@mui/material/ToggleButton'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useMemo } from 'react'
import { z } from 'zod'
import { useTranslations } from 'next-intl'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { Link } from '../../ui/navigation'
import { useInAddress } from '../../ui/use-in-address'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { filtered, groupsOf, USUAL_PLANTS, type StartGroup } from './model'
import { START_COLUMNS, StartLine } from './start-line'
import { MonthsAlong } from './time-strip'
import { useStartRows } from './use-start-rows'

const Wanted = z.object({
  text: z.string().max(200),
  seed: z.boolean(),
  room: z.boolean(),
  unheated: z.boolean(),
  family: z.string().max(80),
  group: z.enum(['', 'vegetable', 'herb', 'cut-flower', 'bedding', 'perennial']),
  plants: z.number().int().min(1).max(1_000_000),
})
const ALL: z.output<typeof Wanted> = {
  text: '',
  seed: false,
  room: false,
  unheated: false,
  family: '',
  group: '',
  plants: USUAL_PLANTS,
}

const USES = ['vegetable', 'herb', 'cut-flower', 'bedding', 'perennial'] as const
const TICKS = ['seed', 'room', 'unheated'] as const

export function StartNowView() {
  const t = useTranslations('startNow')
  const { season, format } = useSeason()
  const day = useDeferredValue(useWorkingDay())
  const [wanted, setWanted] = useInAddress('start-now', Wanted, ALL)
  const { rows, busy, failure, again } = useStartRows(day, wanted.plants)
  const shown = useMemo(() => groupsOf(filtered(rows ?? [], wanted), day), [rows, wanted, day])
  const families = useMemo(
    () => [...new Set((rows ?? []).flatMap(({ family }) => family ?? []))].sort().map((name) => [name, name] as const),
    [rows],
  )
  const inTime = shown.reduce((n, [group, list]) => (NOW.has(group) ? n + list.length : n), 0)
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1180 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'baseline', gap: 1 }}>
        <Typography variant="h1">{t('title')}</Typography>
        <Typography component="p" role="status" sx={{ color: 'text.secondary', fontSize: 14 }}>
          {t('onDay', { day: format.longDate(day) })}
          {rows && ` · ${t('summary', { n: inTime, text: format.number(inTime) })}`}
        </Typography>
      </Box>
      <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14, mt: 0.25 }}>
        {season.site.frost ? (
          t('howItWorks')
        ) : (
          <>
            {t('noFrost')} <Link href="/farm?edit=frost">{t('enterFrost')}</Link>
          </>
        )}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, my: 1.5 }} className="no-print">
        <WordField
          label={t('findAKind')}
          type="search"
          value={wanted.text}
          onChange={(text) => setWanted({ ...wanted, text })}
          width={170}
        />
        <NumberField
          label={t('plantsOfEach')}
          value={wanted.plants}
          onChange={(plants) =>
            plants !== undefined &&
            Number.isInteger(plants) &&
            plants >= 1 &&
            plants <= 1_000_000 &&
            setWanted({ ...wanted, plants })
          }
          width={120}
        />
        <ChoiceField
          label={t('use')}
          value={wanted.group}
          none={t('allUses')}
          options={USES.map((use) => [use, t(`uses.${use}`)] as const)}
          onChange={(group) => setWanted({ ...wanted, group })}
          width={140}
        />
        <ChoiceField
          label={t('family')}
          value={families.some(([name]) => name === wanted.family) ? wanted.family : ''}
          none={t('allFamilies')}
          options={families}
          onChange={(family) => setWanted({ ...wanted, family })}
          width={160}
        />
        {TICKS.map((name) => (
          <ToggleButton
            key={name}
            value={name}
            size="small"
            selected={wanted[name]}
            onChange={() => setWanted({ ...wanted, [name]: !wanted[name] })}
          >
            {t(`only.${name}`)}
          </ToggleButton>
        ))}
      </Box>
      <Box sx={{ height: 4 }}>{busy && <LinearProgress aria-label={t('working')} />}</Box>
      {failure && (
        <Alert
          severity="error"
          action={
            <Button color="inherit" size="small" onClick={again}>
              {t('again')}
            </Button>
          }
        >
          {failure}
        </Alert>
      )}
      {!rows && !failure && <Box sx={{ py: 4, color: 'text.secondary' }}>{t('working')}</Box>}
      {rows && shown.length === 0 && <Box sx={{ py: 4, color: 'text.secondary' }}>{t('nothing')}</Box>}
      {shown.length > 0 && (
        <Box aria-hidden="true" sx={{ ...START_COLUMNS, mt: 1, mb: -2 }}>
          <Box sx={{ gridColumn: { xs: '1 / -1', md: 3 } }}>
            <MonthsAlong day={day} />
          </Box>
        </Box>
      )}
      {shown.map(([group, list]) => (
        <Box component="section" key={group} aria-labelledby={`start-${group}`} sx={{ mt: 2 }}>
          <Typography variant="h2" id={`start-${group}`} sx={{ borderBottom: 2, borderColor: 'text.primary', pb: 0.5 }}>
            {t(`groups.${group}`)}{' '}
            <Box component="span" sx={{ fontSize: 14, color: 'text.secondary', fontFamily: 'var(--body)' }}>
              {format.number(list.length)}
            </Box>
          </Typography>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
            {list.map((row) => (
              <StartLine key={row.key} row={row} day={day} plants={wanted.plants} />
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  )
}

const NOW: ReadonlySet<StartGroup> = new Set(['last', 'inTime', 'inPlace'])
