/** What if: copies of the season with something otherwise, side by side with it, to be kept or dropped. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo, useState } from 'react'
import { compareWhatIfs, type ComparedSeason } from '../../actions/what-if'
import { formatDay } from '../../core/calendar/day'
import { benchRoom, changedSeason, type WhatIfChange } from '../../core/plan/what-if'
import type { PlanFigures } from '../../core/plan/figures'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { useWhatIf, type WhatIfActions } from '../../ui/use-what-if'
import { count, list, mixWords, type Format } from '../../words/format'
import { limitName } from '../../words/fit'
import { fullest, withMoves, changeOf, changeName } from './model'

export function WhatIfView() {
  const { data, format } = useSeason()
  const actions = useWhatIf()
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1240 }}>
      <Typography variant="h1">What if</Typography>
      <Typography component="p" sx={{ color: 'text.secondary', maxWidth: '65ch', mt: 0.5 }}>
        A copy of the season in which something is otherwise. Look at it in every view, change it as you like, and keep
        it or drop it: the season itself stays as it is until you keep one.
      </Typography>
      <Compared actions={actions} />
      {data.whatIf ? (
        <Box sx={{ mt: 3, color: 'text.secondary' }}>Go back to the season to begin another copy of it.</Box>
      ) : (
        <NewWhatIf actions={actions} format={format} />
      )}
    </Box>
  )
}

const ROWS: {
  title: string
  of: (figures: PlanFigures) => number
  digits?: number
  say?: (f: Format, value: number) => string
}[] = [
  { title: 'Overflow, tray-days', of: ({ overfull }) => overfull },
  { title: 'Batches that cannot work', of: ({ cannot }) => cannot },
  { title: 'Batches', of: ({ batches }) => batches },
  { title: 'Trays sown', of: ({ trays }) => trays },
  { title: 'Hours of work', of: ({ hours }) => hours },
  { title: 'Heated and lit tray-days', of: ({ heatedDays }) => heatedDays },
  { title: 'Bench tray-days', of: ({ benchDays }) => benchDays },
  { title: 'Mix', of: ({ mixLitres }) => mixLitres, say: mixWords },
  { title: 'Known costs', of: ({ cost }) => cost, digits: 2 },
]

/** The season and its copies in figures. */
function Compared({ actions }: { actions: WhatIfActions }) {
  const { data, format, today } = useSeason()
  const [compared, setCompared] = useState<{ of: string; all: ComparedSeason[] }>()
  const [failed, setFailed] = useState(false)
  const asked = `${data.revision} ${data.whatIf?.id ?? ''} ${data.whatIfs.map(({ id }) => id).join(' ')}`
  useEffect(() => {
    let gone = false
    compareWhatIfs(formatDay(today)).then(
      (all) => {
        if (gone) return
        setFailed(false)
        setCompared({ of: asked, all })
      },
      () => !gone && setFailed(true),
    )
    return () => void (gone = true)
  }, [asked, today])
  if (failed)
    return <Box sx={{ mt: 2, color: 'error.main' }}>The server did not answer. Reload the page to compare.</Box>
  if (!compared) return <Skeleton variant="rectangular" height={240} sx={{ mt: 2 }} />
  const { all } = compared
  const base = all[0]?.figures
  return (
    <Box sx={{ overflow: 'auto', mt: 2 }} tabIndex={0} role="region" aria-label="The season and its copies">
      <Box
        component="table"
        aria-busy={compared.of !== asked}
        sx={{
          borderCollapse: 'collapse',
          fontSize: 15,
          '& th, & td': {
            textAlign: 'right',
            py: 0.6,
            px: 1.25,
            borderBottom: 1,
            borderColor: 'divider',
            verticalAlign: 'bottom',
          },
          '& th:first-of-type': { textAlign: 'left', fontWeight: 400, color: 'text.secondary', pl: 0, minWidth: 190 },
        }}
      >
        <thead>
          <tr>
            <th scope="col" />
            {all.map(({ id, name }) => (
              <Box
                component="th"
                scope="col"
                key={id ?? 'season'}
                sx={{
                  minWidth: 150,
                  '&&': {
                    borderTop: '4px solid',
                    borderTopColor: (data.whatIf?.id ?? null) === id ? 'secondary.main' : 'transparent',
                    verticalAlign: 'top',
                  },
                }}
              >
                <Box sx={{ fontFamily: 'var(--heading)', fontSize: 17, fontWeight: 400 }}>{name}</Box>
                <Box sx={{ fontSize: 13, fontWeight: 400, color: 'text.secondary' }}>
                  {(data.whatIf?.id ?? null) === id ? 'looked at now' : ' '}
                </Box>
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {ROWS.map(({ title, of, digits = 0, say = (f, value) => f.number(value, digits) }) => (
            <tr key={title}>
              <th scope="row">{title}</th>
              {all.map(({ id, figures }) => {
                const value = of(figures)
                const change = base ? value - of(base) : 0
                return (
                  <td key={id ?? 'season'}>
                    <Box
                      component="span"
                      sx={{
                        fontWeight: Math.abs(change) > 0.5 ? 700 : 400,
                        color: title.startsWith('Over') && value > 0.5 ? 'error.main' : 'inherit',
                      }}
                    >
                      {say(format, value)}
                    </Box>
                    {Math.abs(change) > 0.5 && (
                      <Box sx={{ fontSize: 12.5, color: 'text.secondary' }}>
                        {change > 0 ? '+' : '−'}
                        {say(format, Math.abs(change))}
                      </Box>
                    )}
                  </td>
                )
              })}
            </tr>
          ))}
          <tr>
            <th scope="row">Over from {format.shortDate(today)} on</th>
            {all.map(({ id, over }) => (
              <Box
                component="td"
                key={id ?? 'season'}
                sx={{ fontSize: 13.5, maxWidth: 220, '&&': { verticalAlign: 'top' } }}
              >
                {over.length === 0
                  ? 'nothing'
                  : list(
                      format,
                      over.map(
                        ({ name, kind, most }) => `${limitName({ name, kind }, format)} by ${format.number(most, 1)}`,
                      ),
                    )}
              </Box>
            ))}
          </tr>
          <tr>
            <th scope="row" />
            {all.map(({ id, name }) => (
              <Box component="td" key={id ?? 'season'} sx={{ '&&': { verticalAlign: 'top' } }}>
                <Box sx={{ display: 'grid', gap: 0.5, justifyItems: 'end' }}>
                  {(data.whatIf?.id ?? null) !== id && (
                    <Button
                      size="small"
                      variant="outlined"
                      disabled={actions.busy}
                      onClick={() => void actions.view(id)}
                      aria-label={`Look at ${name}`}
                    >
                      Look at it
                    </Button>
                  )}
                  {id !== null && (
                    <>
                      <Button
                        size="small"
                        variant="contained"
                        disabled={actions.busy}
                        onClick={() => void actions.keep(id)}
                        aria-label={`Keep ${name}`}
                      >
                        Keep it
                      </Button>
                      <Button
                        size="small"
                        color="error"
                        disabled={actions.busy}
                        onClick={() => void actions.drop(id)}
                        aria-label={`Delete ${name}`}
                      >
                        Delete it
                      </Button>
                    </>
                  )}
                </Box>
              </Box>
            ))}
          </tr>
        </tbody>
      </Box>
    </Box>
  )
}

export type Kind = 'same' | WhatIfChange['kind']

/** Begins a copy: as the season is, or with one of some ready changes made. */
function NewWhatIf({ actions, format }: { actions: WhatIfActions; format: Format }) {
  const { season, plan } = useSeason()
  const [kind, setKind] = useState<Kind>('more-room')
  const [place, setPlace] = useState(() => fullest(plan))
  const [days, setDays] = useState<number | undefined>(7)
  const [hours, setHours] = useState<number | undefined>(season.habits.crew.hours ?? 40)
  const used = useMemo(
    () => [...new Set(season.methods.flatMap(({ stages }) => stages.flatMap(({ container }) => container ?? [])))],
    [season],
  )
  const [from, setFrom] = useState(used[0] ?? '')
  const [to, setTo] = useState(used[1] ?? used[0] ?? '')
  const [name, setName] = useState('')
  const change = changeOf({ kind, place, days, hours, from, to }, season)
  const said = change === 'same' ? 'Own changes' : change ? changeName(change, season, format) : ''
  const kinds: [Kind, string][] = [
    ...(season.places.length > 0
      ? ([
          ['more-room', 'One more bench or mat'],
          ['less-room', 'One bench or mat less'],
        ] as [Kind, string][])
      : []),
    ...(season.site.frost ? ([['frost', 'Another frost date']] as [Kind, string][]) : []),
    ...(used.length > 1 ? ([['container', 'One container for another']] as [Kind, string][]) : []),
    ['hours', 'Other crew hours'],
    ['same', 'Nothing: I change the copy myself'],
  ]
  const placeField = (
    <ChoiceField
      label="Where"
      value={place}
      options={season.places.map(
        (one) => [one.key, `${one.name} (${count(format, benchRoom(season, one.key), 'trayPlace')})`] as const,
      )}
      onChange={(key) => key && setPlace(key)}
      width={330}
    />
  )
  const containers = season.containers
    .filter(({ kind: own }) => own !== 'open-flat')
    .map((one) => [one.key, one.name] as const)
  return (
    <Box
      component="section"
      aria-labelledby="new-what-if"
      sx={{
        mt: 4,
        p: 2,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1.5,
        bgcolor: 'background.paper',
        maxWidth: 760,
      }}
    >
      <Typography variant="h2" id="new-what-if">
        What if …
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1.5 }}>
        <ChoiceField
          label="What changes"
          value={kind}
          options={kinds}
          onChange={(next) => next && setKind(next)}
          width={280}
        />
        {(kind === 'more-room' || kind === 'less-room') && placeField}
        {kind === 'frost' && (
          <NumberField
            label="Days later"
            unit="days"
            value={days}
            onChange={setDays}
            width={170}
            help="below 0: earlier"
          />
        )}
        {kind === 'hours' && (
          <NumberField label="Hours a week" unit="h" value={hours} onChange={setHours} width={170} />
        )}
        {kind === 'container' && (
          <>
            <ChoiceField
              label="Instead of"
              value={from}
              options={containers.filter(([key]) => used.includes(key))}
              onChange={(key) => key && setFrom(key)}
              width={210}
            />
            <ChoiceField
              label="Use"
              value={to}
              options={containers}
              onChange={(key) => key && setTo(key)}
              width={210}
            />
          </>
        )}
        <WordField label="Called" value={name} placeholder={said} onChange={setName} width={300} />
      </Box>
      <Button
        sx={{ mt: 2 }}
        variant="contained"
        disabled={actions.busy || change === undefined}
        onClick={() =>
          void actions.start(
            name.trim() || said,
            change === 'same' || change === undefined ? undefined : withMoves(changedSeason(season, change), plan),
          )
        }
      >
        {actions.busy ? 'Copying …' : 'Make a copy and look at it'}
      </Button>
    </Box>
  )
}
