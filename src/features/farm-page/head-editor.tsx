/** The farm's own facts: its name and season, where it is and how cold, its habits, work and costs. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { withFigure } from '../../season/figures'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { EditorFrame, problemAt, useDraft } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { freeKeyIn } from '../../ui/keys'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { MONTHS, WEEKDAYS } from '../../words/farm'
import { MovesPreview, useMoves } from '../../ui/moves'
import { PanelHead } from './panel-head'

const WORK = [
  ['fillTray', 'Fill a tray'],
  ['sowTray', 'Sow a tray by hand'],
  ['seederTray', 'Sow a tray with a seeder'],
  ['thinHundred', 'Thin a hundred cells'],
  ['prickHundred', 'Prick out a hundred'],
  ['potHundred', 'Pot up a hundred'],
  ['moveTray', 'Move a tray'],
  ['hardenTray', 'A tray, a day of hardening'],
  ['plantHundred', 'Plant out a hundred'],
] as const

type Head = Pick<Season, 'farm' | 'season' | 'site' | 'habits'>

export function HeadEditor({ part }: { part: 'site' | 'habits' }) {
  const { season } = useSeason()
  const stored = useMemo(
    (): Head => ({ farm: season.farm, season: season.season, site: season.site, habits: season.habits }),
    [season],
  )
  const draft = useDraft(stored)
  const saving = useChange()
  const head = draft.now
  const local = useMemo(() => {
    const read = readSeason({ ...season, ...head })
    return read.ok ? [] : read.problems
  }, [season, head])
  const problems = draft.changed ? (local.length > 0 ? local : saving.problems) : []
  const put = (path: string, value: unknown) => draft.set(withFigure(head, path, value))
  const { moves, edits } = useMoves(head, draft.changed && local.length === 0)
  const at = (path: string) => problemAt(problems, path)
  const save = async () => {
    if (
      await saving.change(
        [...edits, { of: 'head', key: 'head', from: draft.from, to: head }],
        part === 'site' ? 'Site and season changed' : 'Habits changed',
      )
    )
      draft.saved()
  }
  const two = { display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5, alignItems: 'start' } as const
  const { site, habits } = head
  return (
    <EditorFrame
      onPaper
      title={<PanelHead title={part === 'site' ? 'Site and season' : 'Habits, work and costs'} />}
      changed={draft.changed}
      busy={saving.busy}
      failure={saving.failure}
      problems={problems}
      onSave={() => void save()}
      onDrop={() => {
        draft.drop()
        saving.clear()
      }}
    >
      <MovesPreview moves={moves} />
      {part === 'site' ? (
        <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5 }}>
          <WordField
            label="Farm"
            value={head.farm.name}
            onChange={(name) => put('farm.name', name)}
            error={at('farm.name')}
          />
          <Box sx={two}>
            <WordField
              label="Records kept from"
              type="date"
              value={head.farm.recordsFrom ?? ''}
              onChange={(on) => put('farm.recordsFrom', on === '' ? undefined : on)}
              error={at('farm.recordsFrom')}
              help="sowings due before it are asked about"
            />
            <ChoiceField
              label="Names of kinds"
              value={head.farm.region ?? 'uk'}
              options={[
                ['uk', 'British (courgette)'],
                ['us', 'American (zucchini)'],
              ]}
              onChange={(region) => put('farm.region', region === '' ? undefined : region)}
            />
            <WordField
              label="Season"
              value={head.season.name}
              onChange={(name) => put('season.name', name)}
              error={at('season.name')}
            />
            <WordField
              label="Opens on"
              type="date"
              value={head.season.opensOn ?? ''}
              onChange={(on) => put('season.opensOn', on === '' ? undefined : on)}
              error={at('season.opensOn')}
              help="empty: today"
            />
            <WordField
              label="From"
              type="date"
              value={head.season.from}
              onChange={(on) => put('season.from', on)}
              error={at('season.from')}
            />
            <WordField
              label="To"
              type="date"
              value={head.season.to}
              onChange={(on) => put('season.to', on)}
              error={at('season.to')}
            />
            <NumberField
              label="Latitude"
              unit="° north"
              value={site.latitude}
              onChange={(x) => x !== undefined && put('site.latitude', x)}
              error={at('site.latitude')}
              help="south is below 0"
            />
            <NumberField
              label="Clearness of the sky"
              value={site.clearness}
              onChange={(x) => x !== undefined && put('site.clearness', x)}
              error={at('site.clearness')}
              help="0.5 is usual"
            />
          </Box>
          <Typography variant="h3">Outdoors, mean of each month</Typography>
          <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 1 }}>
            {MONTHS.map((month, i) => (
              <NumberField
                key={month}
                label={month}
                quantity="temperature"
                value={site.outdoorMonthlyMeans[i]}
                onChange={(x) =>
                  x !== undefined &&
                  put(
                    'site.outdoorMonthlyMeans',
                    site.outdoorMonthlyMeans.map((other, at) => (at === i ? x : other)),
                  )
                }
                error={at(`site.outdoorMonthlyMeans[${i}]`)}
              />
            ))}
          </Box>
          <Typography variant="h3">Market days, weddings and other dates to be ready for</Typography>
          {site.events.map((event, i) => {
            const set = (part: Partial<typeof event>) =>
              put(
                'site.events',
                site.events.map((other, j) => (j === i ? { ...other, ...part } : other)),
              )
            const used = season.plantings.some(({ anchor }) => anchor?.to === 'event' && anchor.event === event.key)
            return (
              <Box
                key={event.key}
                sx={{ display: 'grid', gridTemplateColumns: '1.1fr 1.15fr auto', gap: 1, alignItems: 'start' }}
              >
                <WordField
                  label="Event"
                  value={event.name}
                  onChange={(name) => set({ name })}
                  error={at(`site.events[${i}].name`)}
                />
                <WordField
                  label="On"
                  type="date"
                  value={event.on}
                  onChange={(on) => set({ on })}
                  error={at(`site.events[${i}].on`)}
                />
                <Button
                  size="small"
                  color="inherit"
                  disabled={used}
                  title={used ? 'Plantings hang on it' : ''}
                  onClick={() =>
                    put(
                      'site.events',
                      site.events.filter((_, j) => j !== i),
                    )
                  }
                >
                  Take out
                </Button>
              </Box>
            )
          })}
          <Button
            size="small"
            startIcon={<AddIcon />}
            sx={{ justifySelf: 'start' }}
            onClick={() =>
              put('site.events', [
                ...site.events,
                { key: freeKeyIn(site.events, 'event'), name: 'Market', on: head.season.from },
              ])
            }
          >
            Add a date
          </Button>
        </Box>
      ) : (
        <Box sx={{ display: 'grid', gap: 1.5, mt: 1.5 }}>
          <Box sx={two}>
            <NumberField
              label="Sure of enough"
              quantity="share"
              value={habits.confidence}
              onChange={(x) => x !== undefined && put('habits.confidence', x)}
              error={at('habits.confidence')}
            />
            <NumberField
              label="Age at planting"
              value={habits.agePoint}
              onChange={(x) => x !== undefined && put('habits.agePoint', x)}
              error={at('habits.agePoint')}
              help="0 just ready, 1 at the limit; 0.3 usual"
            />
            <NumberField
              label="Seed for handling"
              quantity="share"
              value={habits.handling}
              onChange={(x) => x !== undefined && put('habits.handling', x)}
              error={at('habits.handling')}
            />
            <ChoiceField
              label="Rounded up to whole"
              value={habits.rounding}
              options={[
                ['cells', 'cells'],
                ['rows', 'rows'],
                ['trays', 'trays'],
              ]}
              onChange={(x) => x && put('habits.rounding', x)}
            />
          </Box>
          <Box role="group" aria-label="Sown on">
            <Box sx={{ fontSize: 14, color: 'text.secondary' }}>Sown on these days only; none means any day</Box>
            {WEEKDAYS.map((name, i) => (
              <FormControlLabel
                key={name}
                sx={{ mr: 1 }}
                control={
                  <Checkbox
                    size="small"
                    checked={habits.sowingWeekdays.includes(i + 1)}
                    onChange={(_, on) =>
                      put(
                        'habits.sowingWeekdays',
                        on
                          ? [...habits.sowingWeekdays, i + 1].sort()
                          : habits.sowingWeekdays.filter((day) => day !== i + 1),
                      )
                    }
                  />
                }
                label={name}
              />
            ))}
          </Box>
          <NumberField
            label="From clearing a bed to planting it"
            unit="days"
            value={habits.turnaroundDays}
            onChange={(x) => x !== undefined && put('habits.turnaroundDays', x)}
            error={at('habits.turnaroundDays')}
          />
          <Typography variant="h3">Minutes of work</Typography>
          <Box sx={two}>
            {WORK.map(([key, label]) => (
              <NumberField
                key={key}
                label={label}
                unit="min"
                value={habits.work[key]}
                onChange={(x) => x !== undefined && put(`habits.work.${key}`, x)}
                error={at(`habits.work.${key}`)}
              />
            ))}
          </Box>
          <Typography variant="h3">Hours there are in a week</Typography>
          <Box sx={two}>
            <NumberField
              label="For seedlings and planting"
              unit="h"
              value={habits.crew.hours}
              onChange={(x) => put('habits.crew', withFigure(habits.crew, 'hours', x))}
              error={at('habits.crew.hours')}
              help="empty: not limited"
            />
          </Box>
          {habits.crew.parts.map((part, i) => {
            const set = (one: Partial<typeof part>) =>
              put(
                'habits.crew.parts',
                habits.crew.parts.map((other, j) => (j === i ? { ...other, ...one } : other)),
              )
            return (
              <Box
                key={i}
                sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr 1fr auto', gap: 1, alignItems: 'start' }}
              >
                <WordField
                  label="From, MM-DD"
                  value={part.from}
                  onChange={(from) => set({ from })}
                  error={at(`habits.crew.parts[${i}].from`)}
                />
                <WordField
                  label="Until, MM-DD"
                  value={part.until}
                  onChange={(until) => set({ until })}
                  error={at(`habits.crew.parts[${i}].until`)}
                />
                <NumberField
                  label="Hours"
                  value={part.hours}
                  onChange={(hours) => hours !== undefined && set({ hours })}
                  error={at(`habits.crew.parts[${i}].hours`)}
                />
                <Button
                  size="small"
                  color="inherit"
                  onClick={() =>
                    put(
                      'habits.crew.parts',
                      habits.crew.parts.filter((_, j) => j !== i),
                    )
                  }
                >
                  Take out
                </Button>
              </Box>
            )
          })}
          <Button
            size="small"
            startIcon={<AddIcon />}
            sx={{ justifySelf: 'start' }}
            onClick={() =>
              put('habits.crew.parts', [
                ...habits.crew.parts,
                { from: '04-01', until: '06-15', hours: habits.crew.hours ?? 40 },
              ])
            }
          >
            A part of the year with other hours
          </Button>
          <Typography variant="h3">When the plan is made to fit</Typography>
          <Box sx={two}>
            <NumberField
              label="May go out earlier"
              unit="days"
              value={habits.fit.earlier}
              onChange={(x) => x !== undefined && put('habits.fit.earlier', x)}
              error={at('habits.fit.earlier')}
            />
            <NumberField
              label="May go out later"
              unit="days"
              value={habits.fit.later}
              onChange={(x) => x !== undefined && put('habits.fit.later', x)}
              error={at('habits.fit.later')}
            />
            <NumberField
              label="A late day costs"
              value={habits.fit.lateDay}
              onChange={(x) => x !== undefined && put('habits.fit.lateDay', x)}
              error={at('habits.fit.lateDay')}
              help="in your money"
            />
            <NumberField
              label="A late day of a promise"
              value={habits.fit.promiseDay}
              onChange={(x) => x !== undefined && put('habits.fit.promiseDay', x)}
              error={at('habits.fit.promiseDay')}
              help="in your money"
            />
            <NumberField
              label="Changing a batch costs"
              value={habits.fit.changed}
              onChange={(x) => x !== undefined && put('habits.fit.changed', x)}
              error={at('habits.fit.changed')}
              help="more: fewer changes are proposed"
            />
          </Box>
          <FormControlLabel
            control={<Checkbox checked={habits.shareTrays} onChange={(_, on) => put('habits.shareTrays', on)} />}
            label="Sowings of one day that agree share a tray where each needs only part of one"
          />
          <Typography variant="h3">Mix</Typography>
          <Box sx={two}>
            <WordField
              label="Called"
              value={habits.mix.name}
              onChange={(x) => put('habits.mix.name', x)}
              error={at('habits.mix.name')}
            />
            <NumberField
              label="Water to wet a litre"
              unit="l"
              value={habits.mix.water}
              onChange={(x) => x !== undefined && put('habits.mix.water', x)}
              error={at('habits.mix.water')}
            />
          </Box>
          {habits.mix.parts.map((part, i) => {
            const set = (more: Partial<typeof part>) =>
              put(
                'habits.mix.parts',
                habits.mix.parts.map((one, j) => (j === i ? { ...one, ...more } : one)),
              )
            return (
              <Box key={i} sx={{ display: 'grid', gridTemplateColumns: '1fr 110px auto', gap: 1 }}>
                <WordField
                  label="Of"
                  value={part.what}
                  onChange={(what) => set({ what })}
                  error={at(`habits.mix.parts[${i}].what`)}
                />
                <NumberField
                  label="Parts"
                  value={part.parts}
                  onChange={(parts) => parts !== undefined && set({ parts })}
                  error={at(`habits.mix.parts[${i}].parts`)}
                />
                <Button
                  size="small"
                  color="inherit"
                  disabled={habits.mix.parts.length === 1}
                  aria-label={`Take out ${part.what}`}
                  onClick={() =>
                    put(
                      'habits.mix.parts',
                      habits.mix.parts.filter((_, j) => j !== i),
                    )
                  }
                >
                  Take out
                </Button>
              </Box>
            )
          })}
          {habits.mix.additives.map((one, i) => {
            const set = (more: Partial<typeof one>) =>
              put(
                'habits.mix.additives',
                habits.mix.additives.map((other, j) => (j === i ? { ...other, ...more } : other)),
              )
            return (
              <Box key={i} sx={{ display: 'grid', gridTemplateColumns: '1fr 90px 80px auto', gap: 1 }}>
                <WordField
                  label="Added"
                  value={one.what}
                  onChange={(what) => set({ what })}
                  error={at(`habits.mix.additives[${i}].what`)}
                />
                <NumberField
                  label="In 10 litres"
                  value={one.amount}
                  onChange={(amount) => amount !== undefined && set({ amount })}
                  error={at(`habits.mix.additives[${i}].amount`)}
                />
                <ChoiceField
                  label="Unit"
                  value={one.unit}
                  options={[
                    ['g', 'g'],
                    ['ml', 'ml'],
                  ]}
                  onChange={(unit) => unit && set({ unit })}
                />
                <Button
                  size="small"
                  color="inherit"
                  aria-label={`Take out ${one.what}`}
                  onClick={() =>
                    put(
                      'habits.mix.additives',
                      habits.mix.additives.filter((_, j) => j !== i),
                    )
                  }
                >
                  Take out
                </Button>
              </Box>
            )
          })}
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button
              size="small"
              startIcon={<AddIcon />}
              onClick={() => put('habits.mix.parts', [...habits.mix.parts, { what: 'Compost', parts: 1 }])}
            >
              A part
            </Button>
            <Button
              size="small"
              startIcon={<AddIcon />}
              onClick={() =>
                put('habits.mix.additives', [...habits.mix.additives, { what: 'Lime', amount: 10, unit: 'g' }])
              }
            >
              Something added
            </Button>
          </Box>
          <Typography variant="h3">Costs, in your own money, where you know them</Typography>
          <Box sx={two}>
            <NumberField
              label="An hour of work"
              value={habits.costs.hour}
              onChange={(x) => put('habits.costs', withFigure(habits.costs, 'hour', x))}
              error={at('habits.costs.hour')}
            />
            <NumberField
              label="A litre of mix"
              value={habits.costs.mixLitre}
              onChange={(x) => put('habits.costs', withFigure(habits.costs, 'mixLitre', x))}
              error={at('habits.costs.mixLitre')}
            />
            <NumberField
              label="A heated tray place, a day"
              value={habits.costs.heatedTrayDay}
              onChange={(x) => put('habits.costs', withFigure(habits.costs, 'heatedTrayDay', x))}
              error={at('habits.costs.heatedTrayDay')}
            />
            <NumberField
              label="Mix beyond the cells"
              quantity="share"
              value={habits.mixCompaction}
              onChange={(x) => x !== undefined && put('habits.mixCompaction', x)}
              error={at('habits.mixCompaction')}
            />
          </Box>
        </Box>
      )}
    </EditorFrame>
  )
}
