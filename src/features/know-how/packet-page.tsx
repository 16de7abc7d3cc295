/** A crop or variety entered from the back of its packet. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import type { ThingEdit } from '../../actions/change-season'
import { pointFrom, thermalTimeFrom } from '../../core/growth/entry'
import { library, libraryKind } from '../../library/library'
import { usualGermination } from '../../library/entry'
import { figureAt, withFigure } from '../../season/figures'
import { sameValue } from '../../season/values'
import { readSeason } from '../../season/read'
import { Crop, type Variety } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { freeKeyIn, keyOf } from '../../season/keys'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { GerminationCurve, HoldCurve } from './growers-entry'
import { methodsToAdd } from '../../library/adding'
import { SchoolChoices } from './crop-editors'
import { useRouter } from '../../ui/navigation'
import './words'

type Pair = [number | undefined, number | undefined]

/** What nothing better is known of: figures of a middling kind of the season. */
const MIDDLING = {
  cool: {
    germination: { base: 3, optimum: 21, ceiling: 29, thermalTime: 120 },
    growth: { base: 4, optimum: 21, leafInterval: 55, points: [{ ml: 22, ready: 290, limit: 470 }] },
  },
  warm: {
    germination: { base: 9, optimum: 26, ceiling: 35, thermalTime: 95 },
    growth: { base: 8, optimum: 26, leafInterval: 52, points: [{ ml: 22, ready: 240, limit: 390 }] },
  },
} as const

export function PacketPage() {
  const t = useTranslations('knowHow')
  const { season, format } = useSeason()
  const router = useRouter()
  const saving = useChange()
  const [name, setName] = useState('')
  const [like, setLike] = useState('')
  const [warm, setWarm] = useState<'cool' | 'warm'>('cool')
  const [days, setDays] = useState<Pair>([undefined, undefined])
  const [at, setAt] = useState<Pair>([undefined, undefined])
  const [depth, setDepth] = useState<number>()
  const [weeks, setWeeks] = useState<Pair>([undefined, undefined])
  const [container, setContainer] = useState(season.containers.find(({ kind }) => kind === 'cell-tray')?.key ?? '')
  const [grownAt, setGrownAt] = useState<number>()
  const [spacing, setSpacing] = useState<Pair>([undefined, undefined])
  const [maturity, setMaturity] = useState<number>()
  const [from, setFrom] = useState<'sowing' | 'planting'>('planting')
  const [schools, setSchools] = useState<readonly string[]>([])

  const allKinds = library()
  const existing = season.crops.find(({ key }) => key === like)
  const kind = existing ?? libraryKind(like)?.crop
  const made = useMemo(() => {
    const wrong: string[] = []
    const start: Crop = kind ?? Crop.parse({ key: 'x', name: 'x', season: warm, ...MIDDLING[warm] })
    let crop = start
    const up = pair(days)
    const upAt =
      pair(at) ?? (up ? ([usualGermination(crop.germination), usualGermination(crop.germination)] as const) : undefined)
    if (up && upAt) {
      const heat =
        up[1] >= up[0] && upAt[1] >= upAt[0] && up[0] > 0
          ? thermalTimeFrom(crop.germination, { days: up, at: upAt })
          : undefined
      if (heat === undefined) wrong.push(t('daysToComeUpThe'))
      else crop = withFigure(crop, 'germination.thermalTime', Math.round(heat * 10) / 10)
    }
    if (depth !== undefined) crop = withFigure(crop, 'germination.depth', depth)
    const ml = season.containers.find(({ key }) => key === container)?.cellVolume
    const inWeeks = pair(weeks)
    if (inWeeks && ml !== undefined) {
      const usual = crop.growth.usual ? (crop.growth.usual[0] + crop.growth.usual[1]) / 2 : crop.growth.base + 12
      const point = pointFrom(crop.germination, crop.growth, {
        ml,
        weeks: inWeeks,
        at: grownAt ?? usual,
        germinatesAt: usualGermination(crop.germination),
      })
      if (typeof point === 'string') wrong.push(t('weeksToPlantingTheyMust'))
      else {
        const own = { ml, ready: Math.round(point.ready), limit: Math.round(point.limit) }
        crop = withFigure(
          crop,
          'growth.points',
          [...(kind ? crop.growth.points.filter((other) => Math.abs(Math.log(other.ml / ml)) > 0.12) : []), own].sort(
            (a, b) => a.ml - b.ml,
          ),
        )
      }
    }
    if (spacing[0] !== undefined) crop = withFigure(crop, 'field.plantSpacing', spacing[0])
    if (spacing[1] !== undefined) crop = withFigure(crop, 'field.rowSpacing', spacing[1])
    if (maturity !== undefined) crop = withFigure(crop, 'field.maturity', { days: maturity, from })
    return { crop, start, wrong }
  }, [kind, warm, days, at, depth, season.containers, weeks, spacing, maturity, from, t, container, grownAt])

  const said = name.trim()
  const edits = useMemo((): ThingEdit[] => {
    if (!said) return []
    const figures = [
      'germination.thermalTime',
      'germination.depth',
      'growth.points',
      'field.plantSpacing',
      'field.rowSpacing',
      'field.maturity',
    ]
    if (kind) {
      // A variety of a known kind: only what the packet says differently is its own.
      let overrides = {}
      for (const path of figures) {
        const own = figureAt(made.crop, path)
        if (!sameValue(own, figureAt(kind, path))) overrides = withFigure(overrides, path, own)
      }
      const crop = existing ?? kind
      const variety: Variety = {
        key: freeKeyIn(season.varieties, keyOf(said)),
        crop: crop.key,
        name: said,
        ...(Object.keys(overrides).length > 0 ? { overrides } : {}),
      }
      return [
        ...(existing ? [] : [{ of: 'crops' as const, key: crop.key, from: null, to: crop }]),
        { of: 'varieties', key: variety.key, from: null, to: variety },
        ...methodsToAdd(season, crop, schools),
      ]
    }
    const crop: Crop = { ...made.crop, key: freeKeyIn(season.crops, keyOf(said)), name: said, season: warm }
    const variety: Variety = { key: freeKeyIn(season.varieties, keyOf(said)), crop: crop.key, name: said }
    return [
      { of: 'crops', key: crop.key, from: null, to: crop },
      { of: 'varieties', key: variety.key, from: null, to: variety },
      ...methodsToAdd(season, crop, schools),
    ]
  }, [said, kind, existing, made, schools, season, warm])

  const problems = useMemo(() => {
    if (edits.length === 0) return []
    const next = {
      ...season,
      crops: [...season.crops],
      varieties: [...season.varieties],
      methods: [...season.methods],
    } as Record<string, unknown[]> & typeof season
    for (const { of, to } of edits) if (of !== 'head') (next[of] as unknown[]).push(to)
    const read = readSeason(next)
    return read.ok ? [] : read.problems
  }, [edits, season])

  const save = async () => {
    const variety = edits.find(({ of }) => of === 'varieties')!
    if (await saving.change(edits, t('enteredFromItsPacket', { said }))) router.push(`/know-how?variety=${variety.key}`)
  }
  const both = (
    value: Pair,
    set: (pair: Pair) => void,
    labels: [string, string],
    quantity?: 'temperature' | 'length',
  ) => (
    <>
      <NumberField
        label={labels[0]}
        value={value[0]}
        {...(quantity ? { quantity } : {})}
        onChange={(x) => set([x, value[1]])}
        width={130}
      />
      <NumberField
        label={labels[1]}
        value={value[1]}
        {...(quantity ? { quantity } : {})}
        onChange={(x) => set([value[0], x])}
        width={130}
      />
    </>
  )
  const row = { display: 'flex', flexWrap: 'wrap', gap: 1.25, alignItems: 'flex-start' } as const
  const grown = kind ?? made.crop
  const wrong = [...made.wrong, ...problems.map(({ path, message }) => `${path} ${message}`)]
  return (
    <Box
      component="form"
      noValidate
      onSubmit={(event) => {
        event.preventDefault()
        void save()
      }}
    >
      <Typography variant="h1">{t('fromAPacket')}</Typography>
      <Typography component="p" sx={{ color: 'text.secondary', mt: 0.5, mb: 2 }}>
        {t('writeDownWhatTheBack')}
      </Typography>
      <Box sx={{ display: 'grid', gap: 2 }}>
        <Box sx={row}>
          <WordField label={t('nameOnThePacket')} value={name} onChange={setName} width={300} />
          <ChoiceField
            label={t('itIsAKindOf')}
            value={like}
            none={t('somethingElse')}
            options={[
              ...season.crops.map((crop) => [crop.key, crop.name] as const),
              ...allKinds
                .filter(({ crop }) => !season.crops.some(({ key }) => key === crop.key))
                .map(({ crop }) => [crop.key, crop.name] as const),
            ].sort((a, b) => a[1].localeCompare(b[1]))}
            onChange={setLike}
            width={230}
          />
          {!kind && (
            <ChoiceField
              label={t('season2')}
              value={warm}
              options={[
                ['cool', t('coolSeason')],
                ['warm', t('warmSeason')],
              ]}
              onChange={(next) => next && setWarm(next)}
              width={160}
            />
          )}
        </Box>
        <Box sx={row}>
          {both(days, setDays, [t('upInDays'), t('toDays')])}
          {both(at, setAt, ['at', 'to'], 'temperature')}
          <NumberField label={t('depth')} quantity="length" value={depth} onChange={setDepth} width={120} />
        </Box>
        <Box sx={row}>
          {both(weeks, setWeeks, [t('raisedWeeks'), t('toWeeks')])}
          <ChoiceField
            label={t('in2')}
            value={container}
            options={season.containers.map(({ key, name: said }) => [key, said] as const)}
            onChange={setContainer}
            width={210}
          />
          <NumberField label={t('at')} quantity="temperature" value={grownAt} onChange={setGrownAt} width={120} />
        </Box>
        <Box sx={row}>
          {both(spacing, setSpacing, [t('inTheRow'), t('betweenRows')], 'length')}
          <NumberField label={t('daysToHarvest2')} value={maturity} onChange={setMaturity} width={150} />
          <ChoiceField
            label={t('countedFrom')}
            value={from}
            options={[
              ['planting', 'planting'],
              ['sowing', 'sowing'],
            ]}
            onChange={(next) => next && setFrom(next)}
            width={140}
          />
        </Box>
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { md: '1fr 1fr' }, gap: 2, mt: 2 }}>
        <GerminationCurve crop={made.crop} />
        <HoldCurve
          crop={made.crop}
          at={
            grownAt ??
            (made.crop.growth.usual
              ? (made.crop.growth.usual[0] + made.crop.growth.usual[1]) / 2
              : made.crop.growth.base + 12)
          }
          germinatesAt={usualGermination(made.crop.germination)}
        />
      </Box>
      <Box role="status" sx={{ fontSize: 14, color: 'text.secondary' }}>
        {t('degreeDaysToComeUp', {
          thermalTime: format.number(made.crop.germination.thermalTime),
          points: made.crop.growth.points
            .map((p) =>
              t('inReadyAtTooOld', {
                volume: format.volume(p.ml),
                ready: format.number(p.ready),
                limit: format.number(p.limit),
              }),
            )
            .join('; '),
        })}
      </Box>
      {!season.methods.some((method) => method.crop === grown.key) && (
        <>
          <Typography variant="h2" sx={{ mt: 3 }}>
            {t('howWouldYouRaiseIt')}
          </Typography>
          <SchoolChoices crop={made.crop} chosen={schools} onChange={setSchools} />
        </>
      )}
      {wrong.length > 0 && (
        <Alert severity="error" sx={{ mt: 2 }}>
          {wrong.slice(0, 4).join(' ')}
        </Alert>
      )}
      {saving.failure && (
        <Alert severity="error" sx={{ mt: 2 }}>
          {saving.failure}
        </Alert>
      )}
      {saving.problems.length > 0 && (
        <Alert severity="error" sx={{ mt: 2 }}>
          {saving.problems[0]!.path} {saving.problems[0]!.message}
        </Alert>
      )}
      <Box sx={{ mt: 2, display: 'flex', gap: 1, alignItems: 'center' }}>
        <Button type="submit" variant="contained" disabled={said === '' || wrong.length > 0 || saving.busy}>
          {saving.busy ? t('saving') : t('save')}
        </Button>
        {said === '' && <Box sx={{ fontSize: 14, color: 'text.secondary' }}>{t('itNeedsAName')}</Box>}
      </Box>
    </Box>
  )
}

const pair = ([a, b]: Pair): readonly [number, number] | undefined =>
  a === undefined && b === undefined ? undefined : [a ?? b!, b ?? a!]
