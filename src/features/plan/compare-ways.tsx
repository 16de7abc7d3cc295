/** Compare methods: one planting raised two to five ways, side by side, and one click to use one. */
'use client'
import '../../ui/costs-words'
import CloseIcon from '@mui/icons-material/Close'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useMemo, useState, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import type { ThingEdit } from '../../actions/change-season'
import type { Batch } from '../../core/batch/batch'
import { compareWays, type ComparedWay } from '../../core/plan/compare'
import type { Method } from '../../season/schema'
import { withFigure } from '../../season/figures'
import { dayScale } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { Stair } from '../../ui/stair/stair'
import { useChange } from '../../ui/use-change'
import { chanceWords, count, list, mixWords, type Format } from '../../words/format'
import { markTag } from '../../words/marks'
import { sowingWords } from '../../words/methods'
import { waysToCompare } from './ways-to-compare'

const MOST = 5
const WIDTH = { desk: 196, phone: 142 } // px of one way
const HEIGHT = 70

export function CompareWays({ batch, onClose, onUsed }: { batch: Batch; onClose: () => void; onUsed: () => void }) {
  const t = useTranslations('plan')
  const { season, planner, format } = useSeason()
  const narrow = useMediaQuery('(max-width:899px)')
  const { busy, change, failure, problems } = useChange()
  const ways = useMemo(() => waysToCompare(season, batch), [season, batch])
  const [chosen, setChosen] = useState<readonly string[]>(() => {
    const now = batch.way.method.key
    return [now, ...ways.map(({ key }) => key).filter((key) => key !== now)].slice(0, 3)
  })
  const methods = useMemo(
    () => chosen.flatMap((key) => ways.find((method) => method.key === key) ?? []),
    [chosen, ways],
  )
  const compared = useMemo(
    () => compareWays(planner, season, { ...batch.planting, plants: batch.plants }, batch.plantOn, methods),
    [planner, season, batch, methods],
  )
  const use = async (method: Method) => {
    const { planting } = batch
    const isNew = !season.methods.some(({ key }) => key === method.key)
    // A day chosen by hand, and where it was raised otherwise, belonged to the way before.
    const next = {
      ...planting,
      method: method.key,
      changes: planting.changes.map((change) => withFigure(change, 'otherwise', undefined)),
    }
    delete next.sowOn
    delete next.sowAnchor
    delete next.otherwise
    const edits: ThingEdit[] = [
      ...(isNew ? [{ of: 'methods' as const, key: method.key, from: null, to: method }] : []),
      { of: 'plantings', key: planting.key, from: planting, to: next },
    ]
    if (await change(edits, `${planting.code} ${batch.variety.name}: ${method.name}`)) onUsed()
  }
  const rest = ways.filter(({ key }) => !chosen.includes(key))
  return (
    <Dialog
      open
      onClose={onClose}
      fullScreen={narrow}
      maxWidth={false}
      aria-labelledby="compare-title"
      slotProps={{
        paper: {
          sx: {
            p: { xs: 2, md: 2.5 },
            m: { md: 2 },
            maxHeight: { md: 'calc(100% - 32px)' },
            maxWidth: 1240,
            bgcolor: 'background.default',
          },
        },
      }}
    >
      <Box sx={{ display: 'flex', alignItems: 'flex-start', gap: 2 }}>
        <Box sx={{ flex: 1 }}>
          <Typography variant="h2" id="compare-title">
            {t('growingMethodsFor', { variety: batch.variety.name })}
          </Typography>
          <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14 }}>
            {t('planted', {
              plants: count(format, batch.plants, 'plant'),
              plantOn: format.date(batch.plantOn),
              n: batch.n > 0 ? 'yes' : 'no',
            })}
          </Typography>
        </Box>
        <IconButton aria-label={t('close')} onClick={onClose} edge="end">
          <CloseIcon />
        </IconButton>
      </Box>
      {(failure ?? problems[0]) && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {failure ?? problems[0]!.message}
        </Alert>
      )}
      <Box sx={{ overflow: 'auto', mt: 1 }} tabIndex={0} role="region" aria-label={t('methodsSideBySide')}>
        <Comparison
          compared={compared}
          now={batch.way.method.key}
          busy={busy}
          onUse={(method) => void use(method)}
          onDrop={chosen.length > 2 ? (key) => setChosen(chosen.filter((other) => other !== key)) : undefined}
        />
      </Box>
      {chosen.length < MOST && rest.length > 0 && (
        <TextField
          select
          label={t('setAnotherBesideThem')}
          value=""
          onChange={(event) => setChosen([...chosen, event.target.value])}
          sx={{ mt: 2, maxWidth: 380 }}
        >
          {rest.map((method) => (
            <MenuItem key={method.key} value={method.key}>
              {method.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      {ways.length < 2 && (
        <Typography sx={{ mt: 1.5, fontSize: 14, color: 'text.secondary' }}>{t('onlyOneMethodFitsWhat')}</Typography>
      )}
    </Dialog>
  )
}

interface Row {
  title: string
  text: (way: ComparedWay) => ReactNode
  /** For rows where less is easier: the least is set bold. */
  value?: (way: ComparedWay) => number
  more?: boolean
}

function rowsOf(f: Format): Row[] {
  const hours = (minutes: number) =>
    minutes < 90 ? f.t('plan.min', { minutes: f.number(minutes) }) : `${f.number(minutes / 60, 1)} h`
  return [
    {
      title: f.t('plan.sow'),
      text: ({ batch }) =>
        batch.sow === undefined
          ? f.t('plan.noDayWorks')
          : `${batch.way.route.boughtAge === undefined ? '' : f.t('plan.arrive2')}${f.date(batch.sow)}`,
    },
    {
      title: f.t('plan.window'),
      text: ({ batch }) =>
        batch.window
          ? f.t('plan.to', { earliest: f.shortDate(batch.window.earliest), latest: f.shortDate(batch.window.latest) })
          : '–',
    },
    {
      title: f.t('plan.seeds'),
      text: ({ batch }) =>
        batch.sizing
          ? batch.sizing.seeds > 0
            ? f.number(batch.sizing.seeds)
            : f.t('plan.nonePlants', { cells: f.number(batch.sizing.cells) })
          : '–',
      value: ({ batch }) => batch.sizing?.seeds ?? Infinity,
    },
    {
      title: f.t('plan.heatedTrayDays'),
      text: ({ effort }) => f.number(effort.heatedDays),
      value: ({ effort }) => effort.heatedDays,
    },
    {
      title: f.t('plan.litTrayDays'),
      text: ({ effort }) => f.number(effort.litDays),
      value: ({ effort }) => effort.litDays,
    },
    {
      title: f.t('plan.benchTrayDays'),
      text: ({ effort }) => f.number(effort.benchDays),
      value: ({ effort }) => effort.benchDays,
    },
    {
      title: f.t('plan.mix'),
      text: ({ effort }) => mixWords(f, effort.mixLitres),
      value: ({ effort }) => effort.mixLitres,
    },
    {
      title: f.t('plan.potting'),
      text: ({ effort }) => hours(effort.minutes.potting),
      value: ({ effort }) => effort.minutes.potting,
    },
    {
      title: f.t('plan.allHandwork'),
      text: ({ effort }) => hours(effort.minutesInAll),
      value: ({ effort }) => effort.minutesInAll,
    },
    {
      title: f.t('plan.cost'),
      text: ({ effort }) => costText(effort.cost, f),
      value: ({ effort }) => (effort.cost.unknown.length > 0 ? Infinity : effort.cost.known),
    },
    {
      title: f.t('plan.enoughAndOnTime'),
      text: ({ onTime }) => chanceWords(f, onTime),
      value: ({ onTime }) => Math.round(onTime * 100),
      more: true,
    },
    {
      title: f.t('plan.watch'),
      text: ({ batch }) =>
        batch.marks.length > 0 ? (
          <Box component="span" sx={{ color: 'warning.main' }}>
            {[...new Set(batch.marks.map((one) => markTag(one, f)))].join(', ')}
          </Box>
        ) : (
          'nothing'
        ),
    },
  ]
}

function costText({ known, unknown }: ComparedWay['effort']['cost'], f: Format): string {
  const without = list(
    f,
    unknown.map((part) => f.t(`costs.part.${part}`).toLowerCase()),
  )
  if (unknown.length > 0 && known === 0) return f.t('plan.notKnown', { without })
  return `${f.number(known, known < 100 ? 2 : 0)}${unknown.length > 0 ? f.t('plan.without', { without }) : ''}`
}

function Comparison({
  compared,
  now,
  busy,
  onUse,
  onDrop,
}: {
  compared: readonly ComparedWay[]
  now: string
  busy: boolean
  onUse: (method: Method) => void
  onDrop: ((key: string) => void) | undefined
}) {
  const t = useTranslations('plan')
  const { format } = useSeason()
  const narrow = useMediaQuery('(max-width:599px)')
  const width = narrow ? WIDTH.phone : WIDTH.desk
  const scale = useMemo(() => {
    const first = Math.min(
      ...compared.map(({ batch }) => Math.min(batch.sow ?? batch.plantOn, batch.window?.earliest ?? batch.plantOn)),
    )
    const last = Math.max(...compared.map(({ batch }) => batch.plantOn)) + 3
    const most = Math.max(1, ...compared.flatMap(({ batch }) => batch.stays.map((stay) => stay.trayPlaces)))
    return { x: dayScale(first, last, 3, width - 13), most, first }
  }, [compared, width])
  const rows = rowsOf(format)
  return (
    <Box
      component="table"
      sx={{
        borderCollapse: 'collapse',
        fontSize: { xs: 14, sm: 15 },
        '& th, & td': {
          textAlign: 'left',
          verticalAlign: 'top',
          py: 0.5,
          pr: { xs: 1.25, sm: 2 },
          borderBottom: 1,
          borderColor: 'divider',
        },
        '& tbody th': {
          fontWeight: 500,
          color: 'text.secondary',
          fontSize: { xs: 13, sm: 14 },
          whiteSpace: { sm: 'nowrap' },
          width: { xs: 84, sm: 'auto' },
          position: 'sticky',
          left: 0,
          bgcolor: 'background.default',
        },
      }}
    >
      <thead>
        <tr>
          <Box component="th" scope="col" sx={{ position: 'sticky', left: 0, bgcolor: 'background.default' }}>
            <Box component="span" sx={{ position: 'absolute', left: -9999 }}>
              {t('figure')}
            </Box>
          </Box>
          {compared.map(({ method, batch }) => (
            <Box
              component="th"
              scope="col"
              key={method.key}
              sx={{ '&&': { width, minWidth: width, fontWeight: 500, verticalAlign: 'bottom' } }}
            >
              <Box sx={{ fontWeight: 700, lineHeight: 1.25 }}>{method.name}</Box>
              <Box sx={{ fontSize: 13.5, color: 'text.secondary', lineHeight: 1.3, mb: 0.5 }}>
                {sowingWords(method.sowing, format)}
              </Box>
              <svg
                width={width}
                height={HEIGHT}
                role="img"
                aria-label={t('stairOf', { method: method.name })}
                style={{ display: 'block' }}
              >
                <Stair batch={batch} x={scale.x} most={scale.most} height={HEIGHT - 22} base={HEIGHT - 4} />
              </svg>
            </Box>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const values = row.value ? compared.map(row.value) : []
          const best = row.more ? Math.max(...values) : Math.min(...values)
          const differ = values.some((value) => Math.abs(value - best) > 1e-6 * Math.max(1, Math.abs(best)))
          return (
            <tr key={row.title}>
              <th scope="row">{row.title}</th>
              {compared.map((way, i) => (
                <Box
                  component="td"
                  key={way.method.key}
                  sx={{ fontWeight: differ && values[i] === best && Number.isFinite(best) ? 700 : 400 }}
                >
                  {row.text(way)}
                </Box>
              ))}
            </tr>
          )
        })}
      </tbody>
      <Box
        component="tfoot"
        sx={{ '& td': { position: 'sticky', bottom: 0, bgcolor: 'background.default', zIndex: 1 } }}
      >
        <tr>
          <Box component="td" sx={{ left: 0 }} />
          {compared.map(({ method }) => (
            <td key={method.key}>
              {method.key === now ? (
                <Box sx={{ py: 0.75, color: 'text.secondary' }}>{t('usedNow')}</Box>
              ) : (
                <Button
                  variant="outlined"
                  size="small"
                  disabled={busy}
                  onClick={() => onUse(method)}
                  aria-label={t('use', { method: method.name })}
                >
                  {t('useThisMethod')}
                </Button>
              )}
              {onDrop && method.key !== now && (
                <Button
                  size="small"
                  color="inherit"
                  onClick={() => onDrop(method.key)}
                  aria-label={t('leaveOut', { method: method.name })}
                  sx={{ ml: 0.5 }}
                >
                  {t('leaveOut2')}
                </Button>
              )}
            </td>
          ))}
        </tr>
      </Box>
    </Box>
  )
}
