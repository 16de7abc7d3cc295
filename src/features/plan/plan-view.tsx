/** The Plan: all batches as stairs, and the card or panel of the one being looked at. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import FilterIcon from '@mui/icons-material/FilterListOutlined'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import SheetIcon from '@mui/icons-material/TableChartOutlined'
import ZoomInIcon from '@mui/icons-material/ZoomIn'
import ZoomOutIcon from '@mui/icons-material/ZoomOut'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Drawer from '@mui/material/Drawer'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useDeferredValue, useMemo, useState } from 'react'
import { z } from 'zod'
import { useTranslations } from 'next-intl'
import { count } from '../../words/format'
import { PANEL_TITLE, SidePanel } from '../../ui/side-panel'
import { TickBar } from '../../ui/many/tick-bar'
import { TickButton } from '../../ui/many/tick-button'
import { useTicks } from '../../ui/many/use-ticks'
import { useMay } from '../../ui/may'
import { NothingYet } from '../../ui/nothing-yet'
import { useSeason } from '../../ui/season-context'
import { Link } from '../../ui/navigation'
import { usePrinting } from '../../ui/use-printing'
import { PlanPaper } from './plan-paper'
import { useInAddress } from '../../ui/use-in-address'
import { PlanSummary } from './plan-summary'
import { GROUPINGS, ORDERS, planRows, plantedCrops, sowingWeeks, type RowOptions } from './model'
import { PlanChart } from './plan-chart'
import { StairDragging } from './stair-drag'
import { usePanel } from './use-panel'

const ZOOMS = [1.6, 2.6, 4, 5.6, 8, 12]

// px a day

const Shown = z.object({
  group: z.enum(GROUPINGS),
  order: z.enum(ORDERS),
  text: z.string().max(200),
  crop: z.string(),
  week: z.int().optional(),
  marked: z.boolean(),
  zoom: z
    .int()
    .min(0)
    .max(ZOOMS.length - 1),
})

type Shown = z.output<typeof Shown>

const AT_FIRST: Shown = { group: 'crop', order: 'sow', text: '', crop: '', marked: false, zoom: 3 }

export function PlanView() {
  const t = useTranslations('plan')
  const mayPlan = useMay('plan')
  const { plan, season, format, data } = useSeason()
  const [options, setOptions] = useInAddress(`plan:${data.view}`, Shown, AT_FIRST)
  const change = (part: Partial<Shown>) => setOptions({ ...options, ...part })
  const { zoom } = options
  const setZoom = (next: number) => change({ zoom: next })
  const deferred = useDeferredValue(options)
  const rows = useMemo(() => planRows(plan, deferred, format), [plan, deferred, format])
  const worst = plan.places.reduce(
    (most, load, i) =>
      load.over.length > 0 && load.peak / load.of.trayPlaces > (most.share ?? 0)
        ? { i, share: load.peak / load.of.trayPlaces }
        : most,
    { i: 0, share: 0 },
  )
  const [strip, setStrip] = useState<number | undefined>(undefined)
  const narrow = useMediaQuery('(max-width:899px)')
  const [allFilters, setAllFilters] = useState(false)
  const [ticking, setTicking] = useState(false)
  const shownIds = useMemo(() => rows.flatMap((row) => (row.kind === 'group' ? [] : [row.id])), [rows])
  const ticks = useTicks(shownIds)
  const filters = !narrow || allFilters || options.crop !== '' || options.week !== undefined || options.marked
  const panel = usePanel()
  const shown = rows.reduce((n, row) => n + (row.kind === 'group' ? 0 : 1), 0)
  const { inPlace } = plan
  const over = plan.places.filter((load) => load.over.length > 0).length

  const printing = usePrinting()
  const tick = mayPlan && shown > 0 && (
    <TickButton
      name={t('tickRows')}
      on={ticking}
      onToggle={() => {
        setTicking(!ticking)
        ticks.clear()
      }}
    />
  )
  return (
    <>
      {printing && (
        <PlanPaper
          rows={rows}
          about={t('paperAbout', {
            rows: count(format, shown, 'batch'),
            only: shown === plan.batches.length + inPlace.length ? 'no' : 'yes',
            group: deferred.group,
          })}
        />
      )}
      <Box
        className="no-print"
        sx={{ display: 'flex', height: '100%', minHeight: 0 }}
        onKeyDown={(event) => event.key === 'Escape' && !event.defaultPrevented && panel.content && panel.close()}
      >
        <Box sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}>
          <Box
            sx={{
              display: 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              gap: 1,
              px: { xs: 1, md: 2.5 },
              pt: 1.75,
              pb: 1,
            }}
          >
            <Typography variant="h1">{t('plan')}</Typography>
            <PlanSummary shown={shown} over={over} />
            <Box sx={{ flex: 1 }} />
            {(!narrow || ticking) && tick}
            {!narrow && (
              <Button color="inherit" startIcon={<PrintIcon />} onClick={() => window.print()}>
                {t('print')}
              </Button>
            )}
            {!narrow && (
              <Button color="inherit" component={Link} href="/start-now">
                {t('startNow')}
              </Button>
            )}
            <Button color="inherit" component={Link} href="/rehearse">
              {t('rehearse')}
            </Button>
            <Button color="inherit" component={Link} href="/sheet" startIcon={<SheetIcon />}>
              {t('asASheet')}
            </Button>
            {mayPlan && (
              <Button variant="contained" startIcon={<AddIcon />} onClick={() => panel.open({ new: '1' })}>
                {t('addPlanting')}
              </Button>
            )}
          </Box>
          <Box
            className="no-print"
            sx={{
              // A small screen is for the rows that are ticked.
              display: ticking && narrow ? 'none' : 'flex',
              flexWrap: 'wrap',
              alignItems: 'center',
              gap: 1,
              px: { xs: 1, md: 2.5 },
              pb: 1,
            }}
          >
            <ToggleButtonGroup
              exclusive
              size="small"
              value={options.group}
              onChange={(_, group: RowOptions['group'] | null) => group && change({ group })}
              aria-label={t('group')}
            >
              <ToggleButton value="crop">{t('byCrop')}</ToggleButton>
              <ToggleButton value="week">{t('byWeek')}</ToggleButton>
              <ToggleButton value="none">{t('oneList')}</ToggleButton>
            </ToggleButtonGroup>
            {filters && (
              <>
                <Choice
                  label={t('order')}
                  value={options.order}
                  onChange={(order) => change({ order: order as RowOptions['order'] })}
                  width={124}
                >
                  <MenuItem value="sow">{t('sowingDay')}</MenuItem>
                  <MenuItem value="plant">{t('plantingDay')}</MenuItem>
                  <MenuItem value="name">{t('name')}</MenuItem>
                  <MenuItem value="size">{t('plants2')}</MenuItem>
                </Choice>
                <Choice label={t('crop')} value={options.crop} onChange={(crop) => change({ crop })} width={112}>
                  <MenuItem value="">{t('allCrops')}</MenuItem>
                  {plantedCrops(plan).map(({ key, name }) => (
                    <MenuItem key={key} value={key}>
                      {name}
                    </MenuItem>
                  ))}
                </Choice>
                <Choice
                  label={t('sownIn')}
                  value={options.week === undefined ? '' : String(options.week)}
                  onChange={(week) => change({ week: week === '' ? undefined : Number(week) })}
                  width={112}
                >
                  <MenuItem value="">{t('anyWeek')}</MenuItem>
                  {sowingWeeks(plan).map((week) => (
                    <MenuItem key={week} value={String(week)}>
                      {format.week(week)}, {format.shortDate(week)}
                    </MenuItem>
                  ))}
                </Choice>
              </>
            )}
            <TextField
              label={t('find')}
              type="search"
              value={options.text}
              onChange={(event) => change({ text: event.target.value })}
              fullWidth={false}
              sx={{
                flex: { xs: '1 1 90px', md: 'none' },
                width: { md: 118 },
                '& .MuiInputBase-root': { fontSize: 14 },
              }}
            />
            {filters && (
              <ToggleButton
                value="marked"
                size="small"
                selected={options.marked}
                onChange={() => change({ marked: !options.marked })}
              >
                {t('withProblems')}
              </ToggleButton>
            )}
            {narrow && (
              <IconButton
                aria-label={t('moreFilters')}
                aria-expanded={allFilters}
                color={allFilters ? 'primary' : 'inherit'}
                onClick={() => setAllFilters(!allFilters)}
              >
                <FilterIcon />
              </IconButton>
            )}
            {narrow && tick}
            {!narrow && <Box sx={{ flex: 1 }} />}
            {!narrow && (
              <>
                <Tooltip title={t('moreOfTheSeason')}>
                  <span>
                    <IconButton
                      aria-label={t('showMoreOfTheSeason')}
                      disabled={zoom === 0}
                      onClick={() => setZoom(zoom - 1)}
                      color="inherit"
                    >
                      <ZoomOutIcon />
                    </IconButton>
                  </span>
                </Tooltip>
                <Tooltip title={t('widerDays')}>
                  <span>
                    <IconButton
                      aria-label={t('showWiderDays')}
                      disabled={zoom === ZOOMS.length - 1}
                      onClick={() => setZoom(zoom + 1)}
                      color="inherit"
                    >
                      <ZoomInIcon />
                    </IconButton>
                  </span>
                </Tooltip>
              </>
            )}
          </Box>
          {ticking && (
            <TickBar
              ticks={ticks}
              shown={shownIds}
              onStop={() => {
                setTicking(false)
                ticks.clear()
              }}
            />
          )}
          {plan.batches.length + inPlace.length === 0 ? (
            <Empty onAdd={() => panel.open({ new: '1' })} ready={mayPlan && season.varieties.length > 0} />
          ) : rows.length === 0 ? (
            <Box sx={{ p: 4, textAlign: 'center', color: 'text.secondary' }}>
              {t('nothingMatches')}{' '}
              <Button size="small" onClick={() => change({ text: '', crop: '', week: undefined, marked: false })}>
                {t('showAllBatches')}
              </Button>
            </Box>
          ) : (
            <StairDragging onKeep={panel.keep}>
              <PlanChart
                rows={rows}
                chosen={panel.chosen}
                onChoose={panel.choose}
                ticks={ticking ? ticks : undefined}
                pixelsPerDay={ZOOMS[zoom]!}
                names={narrow ? 150 : 262}
                underCrop={deferred.group === 'crop'}
                stripPlace={strip ?? worst.i}
                onStripPlace={setStrip}
              />
            </StairDragging>
          )}
        </Box>
        {panel.content &&
          (narrow ? (
            <Drawer
              anchor="bottom"
              open
              onClose={panel.close}
              slotProps={{
                paper: {
                  sx: { height: '94dvh', borderRadius: '12px 12px 0 0', p: 2, boxSizing: 'border-box' },
                  role: 'dialog',
                  'aria-labelledby': PANEL_TITLE,
                },
              }}
            >
              {panel.content}
            </Drawer>
          ) : (
            <SidePanel shows={panel.shows} width={408}>
              <Box sx={{ pb: 2.5 }}>{panel.content}</Box>
            </SidePanel>
          ))}
      </Box>
    </>
  )
}

function Choice({
  label,
  value,
  onChange,
  width,
  children,
}: {
  label: string
  value: string
  onChange: (value: string) => void
  width: number
  children: React.ReactNode
}) {
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      fullWidth={false}
      sx={{ width, '& .MuiInputBase-root': { fontSize: 14 } }}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      {children}
    </TextField>
  )
}

function Empty({ onAdd, ready }: { onAdd: () => void; ready: boolean }) {
  const t = useTranslations('plan')
  return (
    <NothingYet title={t('nothingIsPlannedYet')} text={ready ? t('enterHowManyPlantsYou') : t('thisSeasonHasNoCrops')}>
      {ready && (
        <Button variant="contained" onClick={onAdd}>
          {t('addTheFirstPlanting')}
        </Button>
      )}
    </NothingYet>
  )
}
