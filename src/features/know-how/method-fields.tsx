/** The parts of one way: what is sown, each stage, and what is done before sowing. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { leafAge, leavesAt } from '../../core/growth/rate'
import { PLACE_BY_RULE } from '../../core/schedule/place-by-rule'
import { withFigure } from '../../season/figures'
import type { Crop, Method, Sowing, Stage } from '../../season/schema'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { useSeason } from '../../ui/season-context'
import { POINTS, pointKey, USUAL_WHEN, whenAt, whenOf, type When } from './model'
import './words'

export function Part({ title, tools, children }: { title: string; tools?: ReactNode; children: ReactNode }) {
  return (
    <Box component="section" sx={{ mt: 2.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5, mb: 1 }}>
        <Typography variant="h3" component="h2" sx={{ flex: 1 }}>
          {title}
        </Typography>
        {tools}
      </Box>
      {children}
    </Box>
  )
}

export const Fields = ({ children }: { children: ReactNode }) => (
  <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.25, alignItems: 'flex-start' }}>{children}</Box>
)

export function SowingFields({
  sowing,
  crop,
  at,
  onChange,
}: {
  sowing: Sowing
  crop: Crop
  at: (path: string) => string | undefined
  onChange: (sowing: Sowing) => void
}) {
  const t = useTranslations('knowHow')
  const whole = (
    { label, value, unit }: { label: string; value: number; unit?: string },
    path: string,
    make: (n: number) => Sowing,
  ) => (
    <NumberField
      label={label}
      value={value}
      onChange={(n) => n !== undefined && onChange(make(n))}
      width={136}
      error={at(`sowing.${path}`)}
      {...(unit ? { unit } : {})}
    />
  )
  switch (sowing.policy) {
    case 'single':
      return null
    case 'thin':
      return (
        <>
          {whole({ label: t('seedsACell'), value: sowing.seedsPerCell }, 'seedsPerCell', (seedsPerCell) => ({
            ...sowing,
            seedsPerCell,
          }))}
          {whole({ label: t('kept'), value: sowing.keep }, 'keep', (keep) => ({ ...sowing, keep }))}
        </>
      )
    case 'clump':
      return (
        <>
          {whole({ label: t('seedsACell'), value: sowing.seedsPerCell }, 'seedsPerCell', (seedsPerCell) => ({
            ...sowing,
            seedsPerCell,
          }))}
          <ChoiceField
            label={t('wantedAreCountedIn')}
            value={sowing.count}
            options={[
              ['plants', 'plants'],
              ['clumps', 'clumps'],
            ]}
            onChange={(counted) => counted && onChange({ ...sowing, count: counted })}
            width={190}
            error={at('sowing.count')}
          />
          {sowing.count === 'clumps' &&
            whole({ label: t('aGoodClumpHas'), value: sowing.atLeast, unit: t('orMore') }, 'atLeast', (atLeast) => ({
              ...sowing,
              atLeast,
            }))}
        </>
      )
    case 'divide':
      return (
        <>
          {whole({ label: t('seedsACell'), value: sowing.seedsPerCell }, 'seedsPerCell', (seedsPerCell) => ({
            ...sowing,
            seedsPerCell,
          }))}
          {whole({ label: t('partsAtMost'), value: sowing.parts }, 'parts', (parts) => ({ ...sowing, parts }))}
        </>
      )
    case 'flat':
      return (
        <>
          {whole({ label: t('seedsAFlat'), value: sowing.seedsPerFlat }, 'seedsPerFlat', (seedsPerFlat) => ({
            ...sowing,
            seedsPerFlat,
          }))}
          <NumberField
            label={t('goodEnough')}
            quantity="share"
            value={sowing.usable}
            onChange={(usable) => usable !== undefined && onChange({ ...sowing, usable })}
            width={136}
            error={at('sowing.usable')}
          />
          {whole({ label: t('fromTrueLeaf'), value: sowing.readyLeaf }, 'readyLeaf', (readyLeaf) => ({
            ...sowing,
            readyLeaf,
          }))}
          {whole({ label: t('atLatestLeaf'), value: sowing.limitLeaf }, 'limitLeaf', (limitLeaf) => ({
            ...sowing,
            limitLeaf,
          }))}
        </>
      )
    case 'in-place':
      return (
        <>
          <NumberField
            label={t('seedsAlongRow')}
            quantity="along"
            value={sowing.seedsPerMetre}
            onChange={(seedsPerMetre) => seedsPerMetre !== undefined && onChange({ ...sowing, seedsPerMetre })}
            width={136}
            error={at('sowing.seedsPerMetre')}
          />
          <NumberField
            label={t('thinnedTo')}
            quantity="length"
            value={sowing.thinTo}
            onChange={(thinTo) => thinTo !== undefined && onChange({ ...sowing, thinTo })}
            width={136}
            error={at('sowing.thinTo')}
          />
          {whole({ label: t('atTrueLeaf'), value: sowing.thinLeaf }, 'thinLeaf', (thinLeaf) => ({
            ...sowing,
            thinLeaf,
          }))}
        </>
      )
    case 'bought':
      return (
        <>
          {crop.growth.leafInterval !== undefined && (
            <NumberField
              label={t('trueLeavesOnArrival')}
              value={Math.round(leavesAt(sowing.age, crop.growth.leafInterval, crop.growth.firstLeaf) * 10) / 10}
              onChange={(leaves) =>
                leaves !== undefined &&
                onChange({
                  ...sowing,
                  age: Math.round(leafAge(leaves, crop.growth.leafInterval!, crop.growth.firstLeaf)),
                })
              }
              width={150}
            />
          )}
          {whole({ label: t('orAgeOnArrival'), value: sowing.age, unit: '°C·days' }, 'age', (age) => ({
            ...sowing,
            age,
          }))}
          <NumberField
            label={t('passInspection')}
            quantity="share"
            value={sowing.good}
            onChange={(good) => good !== undefined && onChange({ ...sowing, good })}
            width={140}
            error={at('sowing.good')}
          />
          {whole({ label: t('orderedBefore'), value: sowing.orderDays, unit: 'days' }, 'orderDays', (orderDays) => ({
            ...sowing,
            orderDays,
          }))}
          <NumberField
            label={t('priceOfOne')}
            value={sowing.price}
            onChange={(price) => onChange(withFigure(sowing, 'price', price))}
            width={120}
            error={at('sowing.price')}
          />
        </>
      )
  }
}

export function StageFields({
  stage,
  first,
  bought,
  point,
  at,
  onChange,
}: {
  stage: Stage
  first: boolean
  bought: boolean
  point: number
  at: (path: string) => string | undefined
  onChange: (stage: Stage) => void
}) {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  const places = season.places.map(({ key, name }) => [key, name] as const)
  const withRule = [[PLACE_BY_RULE, t('cheapestThatSuits')] as const, ...places]
  return (
    <Fields>
      {stage.container !== undefined && (
        <ChoiceField
          label={t('container')}
          value={stage.container}
          options={season.containers.map(({ key, name }) => [key, name] as const)}
          onChange={(container) => container && onChange({ ...stage, container })}
          width={230}
          error={at('container')}
        />
      )}
      {stage.container !== undefined && !bought && season.mixes.length > 0 && (
        <ChoiceField
          label={t('filledWith')}
          value={stage.mix ?? ''}
          none={t('asTheContainer')}
          options={season.mixes.map(({ key, name }) => [key, name] as const)}
          onChange={(mix) => onChange(withFigure(stage, 'mix', mix === '' ? undefined : mix))}
          width={170}
          error={at('mix')}
        />
      )}
      {first && !bought && (
        <ChoiceField
          label={t('germinatesOn')}
          value={stage.germinateAt ?? ''}
          none={t('whereItGrowsOn')}
          options={withRule}
          onChange={(place) => onChange(withFigure(stage, 'germinateAt', place === '' ? undefined : place))}
          width={200}
          error={at('germinateAt')}
        />
      )}
      <ChoiceField
        label={first ? t('growsOnAt') : t('place')}
        value={stage.place}
        options={withRule}
        onChange={(place) => place && onChange({ ...stage, place })}
        width={230}
        error={at('place')}
        help={stage.place === PLACE_BY_RULE ? t('keepsTheUsualPaceBears') : undefined}
      />
      {stage.container === undefined && <MovedWhen stage={stage} error={at('when')} onChange={onChange} />}
      <NumberField
        label={t('stayGood')}
        quantity="share"
        value={stage.survival}
        onChange={(survival) => survival !== undefined && onChange({ ...stage, survival })}
        width={130}
        error={at('survival')}
      />
      {!first && stage.container !== undefined && (
        <PottedWhen stage={stage} point={point} error={at('divide')} onChange={onChange} />
      )}
      {at('') && !at('container') && !at('place') && !at('when') && (
        <Box role="alert" sx={{ fontSize: 13, color: 'error.main', width: '100%' }}>
          {at('')}
        </Box>
      )}
    </Fields>
  )
}

/** When plants are moved without being potted: before planting, at a leaf or at an age. */
function MovedWhen({
  stage,
  error,
  onChange,
}: {
  stage: Stage
  error: string | undefined
  onChange: (stage: Stage) => void
}) {
  const t = useTranslations('knowHow')
  const { kind, number } = whenOf(stage)
  const set = (next: When, n: number) => onChange({ ...stage, when: whenAt(next, n) })
  return (
    <>
      <ChoiceField
        label={t('when')}
        value={kind}
        options={[
          ['days', t('daysBeforePlanting')],
          ['leaf', t('atATrueLeaf')],
          ['age', t('atAnAge')],
        ]}
        onChange={(next) => next && set(next, USUAL_WHEN[next])}
        width={190}
        error={error}
      />
      <NumberField
        label={kind === 'days' ? t('daysBefore') : kind === 'leaf' ? t('trueLeaf') : t('degreeDays')}
        value={number}
        onChange={(n) => n !== undefined && set(kind, n)}
        width={120}
      />
    </>
  )
}

/** When plants are potted on the way from ready to limit, and into how many parts. */
function PottedWhen({
  stage,
  point,
  error,
  onChange,
}: {
  stage: Stage
  point: number
  error: string | undefined
  onChange: (stage: Stage) => void
}) {
  const t = useTranslations('knowHow')
  return (
    <>
      <ChoiceField
        label={t('when')}
        value={stage.potUpPoint === undefined ? '' : pointKey(stage.potUpPoint)}
        none={t('asTheWay', { POINTS: POINTS.find(([key]) => key === pointKey(point))![1] })}
        options={POINTS}
        onChange={(next) => onChange(withFigure(stage, 'potUpPoint', next === '' ? undefined : Number(next)))}
        width={190}
      />
      <NumberField
        label={t('dividedInto')}
        value={stage.divide}
        onChange={(divide) => onChange(withFigure(stage, 'divide', divide))}
        width={120}
        error={error}
        help={t('emptyNot')}
      />
    </>
  )
}

export function Preparations({
  method,
  usual,
  onChange,
}: {
  method: Method
  usual: Method['preparation']
  onChange: (preparation: Method['preparation']) => void
}) {
  const t = useTranslations('knowHow')
  const own = method.preparation
  if (own === undefined) {
    return (
      <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
        {t('beforeSowingAsTheCrop', {
          extra:
            usual && usual.length > 0
              ? usual.map(({ what, days }) => `${what.toLowerCase()} ${days} ${days === 1 ? 'day' : 'days'}`).join(', ')
              : t('nothing'),
        })}{' '}
        <Button
          size="small"
          color="inherit"
          onClick={() => onChange(usual && usual.length > 0 ? usual : [{ what: t('soak'), days: 1 }])}
        >
          {t('changeItForThisMethod')}
        </Button>
      </Box>
    )
  }
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      {own.map((one, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1 }}>
          <WordField
            label={t('beforeSowing')}
            value={one.what}
            onChange={(what) => onChange(own.map((other, at) => (at === i ? { ...one, what } : other)))}
            width={170}
          />
          <NumberField
            label={t('days')}
            unit="days"
            value={one.days}
            onChange={(days) =>
              days !== undefined && onChange(own.map((other, at) => (at === i ? { ...one, days } : other)))
            }
            width={110}
          />
          <Button size="small" color="inherit" onClick={() => onChange(own.filter((_, at) => at !== i))}>
            {t('delete')}
          </Button>
        </Box>
      ))}
      <Box>
        <Button size="small" color="inherit" onClick={() => onChange([...own, { what: t('soak'), days: 1 }])}>
          {t('add2')}
        </Button>
        <Button size="small" color="inherit" onClick={() => onChange(undefined)}>
          {t('asTheCropHasIt')}
        </Button>
      </Box>
    </Box>
  )
}
