/** What if: copies of the season with something otherwise, side by side with it, to be kept or dropped. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
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
  const t = useTranslations('whatIf')
  const { data, format } = useSeason()
  const actions = useWhatIf()
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, maxWidth: 1240 }}>
      <Typography variant="h1">{t('whatIf')}</Typography>
      <Typography component="p" sx={{ color: 'text.secondary', maxWidth: '65ch', mt: 0.5 }}>
        {t('aCopyOfTheSeason')}
      </Typography>
      <Compared actions={actions} />
      {data.whatIf ? (
        <Box sx={{ mt: 3, color: 'text.secondary' }}>{t('goBackToTheSeason')}</Box>
      ) : (
        <NewWhatIf actions={actions} format={format} />
      )}
    </Box>
  )
}

/** The figures that are compared, in their order. */
type Row = Exclude<keyof PlanFigures, 'plants' | 'seeds' | 'limitsOver'>

const ROWS: {
  of: Row
  digits?: number
  say?: (f: Format, value: number) => string
}[] = [
  { of: 'overfull' },
  { of: 'cannot' },
  { of: 'batches' },
  { of: 'trays' },
  { of: 'hours' },
  { of: 'heatedDays' },
  { of: 'benchDays' },
  { of: 'mixLitres', say: mixWords },
  { of: 'cost', digits: 2 },
]

/** The season and its copies in figures. */
function Compared({ actions }: { actions: WhatIfActions }) {
  const t = useTranslations('whatIf')
  const { data, format, today } = useSeason()
  const [compared, setCompared] = useState<{ of: string; all: ComparedSeason[] }>()
  const [failed, setFailed] = useState(false)
  const asked = `${data.revision} ${data.whatIf?.id ?? ''} ${data.whatIfs.map(({ id }) => id).join(' ')}`
  useEffect(() => {
    let gone = false
    compareWhatIfs(data.own, formatDay(today)).then(
      (all) => {
        if (gone) return
        setFailed(false)
        setCompared({ of: asked, all })
      },
      () => !gone && setFailed(true),
    )
    return () => void (gone = true)
  }, [asked, data.own, today])
  if (failed) return <Box sx={{ mt: 2, color: 'error.main' }}>{t('theServerDidNotAnswer')}</Box>
  if (!compared) return <Skeleton variant="rectangular" height={240} sx={{ mt: 2 }} />
  const { all } = compared
  const base = all[0]?.figures
  return (
    <Box sx={{ overflow: 'auto', mt: 2 }} tabIndex={0} role="region" aria-label={t('theSeasonAndItsCopies')}>
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
                  {(data.whatIf?.id ?? null) === id ? t('lookedAtNow') : ' '}
                </Box>
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {ROWS.map(({ of, digits = 0, say = (f, value) => f.number(value, digits) }) => (
            <tr key={of}>
              <th scope="row">{t(`row.${of}`)}</th>
              {all.map(({ id, figures }) => {
                const value = figures[of]
                const change = base ? value - base[of] : 0
                return (
                  <td key={id ?? 'season'}>
                    <Box
                      component="span"
                      sx={{
                        fontWeight: Math.abs(change) > 0.5 ? 700 : 400,
                        color: of === 'overfull' && value > 0.5 ? 'error.main' : 'inherit',
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
            <th scope="row">{t('overFromOn', { today: format.shortDate(today) })}</th>
            {all.map(({ id, over }) => (
              <Box
                component="td"
                key={id ?? 'season'}
                sx={{ fontSize: 13.5, maxWidth: 220, '&&': { verticalAlign: 'top' } }}
              >
                {over.length === 0
                  ? t('nothing')
                  : list(
                      format,
                      over.map(({ name, kind, most }) =>
                        t('by', { limitName: limitName({ name, kind }, format), most: format.number(most, 1) }),
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
                      onClick={() => actions.view(id)}
                      aria-label={t('lookAt', { name })}
                    >
                      {t('lookAtIt')}
                    </Button>
                  )}
                  {id !== null && (
                    <>
                      <Button
                        size="small"
                        variant="contained"
                        disabled={actions.busy}
                        onClick={() => void actions.keep(id)}
                        aria-label={t('keep', { name })}
                      >
                        {t('keepIt')}
                      </Button>
                      <Button
                        size="small"
                        color="error"
                        disabled={actions.busy}
                        onClick={() => void actions.drop(id)}
                        aria-label={t('delete', { name })}
                      >
                        {t('deleteIt')}
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
  const t = useTranslations('whatIf')
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
  const said = change === 'same' ? t('ownChanges') : change ? changeName(change, season, format) : ''
  const kinds: [Kind, string][] = [
    ...(season.places.length > 0
      ? ([
          ['more-room', t('oneMoreBenchOrMat')],
          ['less-room', t('oneBenchOrMatLess')],
        ] as [Kind, string][])
      : []),
    ...(season.site.frost ? ([['frost', t('anotherFrostDate')]] as [Kind, string][]) : []),
    ...(used.length > 1 ? ([['container', t('oneContainerForAnother')]] as [Kind, string][]) : []),
    ['hours', t('otherCrewHours')],
    ['same', t('nothingIChangeTheCopy')],
  ]
  const placeField = (
    <ChoiceField
      label={t('where')}
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
        {t('whatIf2')}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mt: 1.5 }}>
        <ChoiceField
          label={t('whatChanges')}
          value={kind}
          options={kinds}
          onChange={(next) => next && setKind(next)}
          width={280}
        />
        {(kind === 'more-room' || kind === 'less-room') && placeField}
        {kind === 'frost' && (
          <NumberField
            label={t('daysLater')}
            unit="days"
            value={days}
            onChange={setDays}
            width={170}
            help={t('below0Earlier')}
          />
        )}
        {kind === 'hours' && (
          <NumberField label={t('hoursAWeek')} unit="h" value={hours} onChange={setHours} width={170} />
        )}
        {kind === 'container' && (
          <>
            <ChoiceField
              label={t('insteadOf')}
              value={from}
              options={containers.filter(([key]) => used.includes(key))}
              onChange={(key) => key && setFrom(key)}
              width={210}
            />
            <ChoiceField
              label={t('use')}
              value={to}
              options={containers}
              onChange={(key) => key && setTo(key)}
              width={210}
            />
          </>
        )}
        <WordField label={t('called')} value={name} placeholder={said} onChange={setName} width={300} />
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
        {actions.busy ? t('copying') : t('makeACopyAndLook')}
      </Button>
    </Box>
  )
}
