/** Ways of raising: the list, and the editor of one way with its ordered stages and what it comes to. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import DownIcon from '@mui/icons-material/ArrowDownward'
import UpIcon from '@mui/icons-material/ArrowUpward'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useDeferredValue, useMemo, useState, type ReactNode } from 'react'
import { parseDay } from '../../core/calendar/day'
import { leafAge, leavesAt } from '../../core/growth/rate'
import { createPlanner } from '../../core/plan/plan'
import { PLACE_BY_RULE } from '../../core/schedule/place-by-rule'
import { wordsFor } from '../../library/library'
import { methodOfSchool, SCHOOLS } from '../../library/schools'
import { readSeason } from '../../season/read'
import { withFigure } from '../../season/figures'
import {
  HARDENING_SCHOOLS,
  type Crop,
  type Method,
  type Planting,
  type Season,
  type Sowing,
  type Stage,
} from '../../season/schema'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { freeKeyIn } from '../../ui/keys'
import { useSeason } from '../../ui/season-context'
import { BatchSteps } from '../../ui/stair/batch-steps'
import { useChange } from '../../ui/use-change'
import { UsedBy } from '../../ui/used-by'
import { HARDENING_WORDS, inPlaceSentence } from '../../words/field'
import { count } from '../../words/format'
import { markSentence } from '../../words/marks'
import { sowingWords } from '../../words/methods'

/** Every way of the season by crop, and the schools they come from. */
export function MethodsPage() {
  const { season, format } = useSeason()
  const router = useRouter()
  const { change, busy } = useChange()
  const [text, setText] = useState('')
  const [crop, setCrop] = useState('')
  const plantings = useMemo(() => {
    const counts = new Map<string, number>()
    for (const { method } of season.plantings) counts.set(method, (counts.get(method) ?? 0) + 1)
    return counts
  }, [season.plantings])
  const shown = season.crops
    .map((one) => ({
      crop: one,
      methods: season.methods.filter(
        (method) =>
          method.crop === one.key && `${wordsFor(one)} ${method.name.toLowerCase()}`.includes(text.toLowerCase()),
      ),
    }))
    .filter(({ methods }) => methods.length > 0)
  const add = async () => {
    const of = season.crops.find(({ key }) => key === crop)
    if (!of) return
    const made = methodOfSchool('one-seed', of, season)
    const [container] = season.containers
    const [place] = season.places
    if (!container || !place) return
    const key = freeKeyIn(season.methods, `${of.key}-way`)
    const method: Method =
      'needs' in made
        ? {
            key,
            crop: of.key,
            name: 'New way',
            sowing: { policy: 'single' },
            leaveHeatAt: 0.5,
            potUpPoint: 0.5,
            stages: [{ container: container.key, place: place.key, survival: 0.96 }],
            hardening: { days: 0 },
          }
        : { ...made, key, name: 'New way' }
    if (await change([{ of: 'methods', key, from: null, to: method }], `A new way for ${of.name}`))
      router.push(`/know-how?method=${key}`)
  }
  return (
    <Box>
      <Typography variant="h1">Ways to raise them</Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 2, mb: 1 }}>
        <WordField label="Find a way" type="search" value={text} onChange={setText} width={200} />
        <Box sx={{ flex: 1 }} />
        <ChoiceField
          label="A new way for"
          value={crop}
          none="choose a crop"
          options={season.crops.map(({ key, name }) => [key, name] as const)}
          onChange={setCrop}
          width={190}
        />
        <Button
          variant="outlined"
          startIcon={<AddIcon />}
          disabled={crop === '' || busy || season.containers.length === 0 || season.places.length === 0}
          onClick={() => void add()}
        >
          Add
        </Button>
      </Box>
      <Box sx={{ columns: { lg: 2 }, columnGap: 4 }}>
        {shown.map(({ crop: of, methods }) => (
          <Box key={of.key} sx={{ breakInside: 'avoid', mb: 1.75 }}>
            <Typography variant="h3" component="h2">
              {of.name}
            </Typography>
            {methods.map((method) => (
              <Box key={method.key} sx={{ py: 0.3, lineHeight: 1.3 }}>
                <MuiLink component={Link} href={`/know-how?method=${method.key}`} prefetch={false}>
                  {method.name}
                </MuiLink>
                <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>
                  {sowingWords(method.sowing)};{' '}
                  {plantings.get(method.key)
                    ? `in ${count(format, plantings.get(method.key)!, 'planting')}`
                    : 'not used yet'}
                </Box>
              </Box>
            ))}
          </Box>
        ))}
      </Box>
      {season.methods.length === 0 && (
        <Typography sx={{ color: 'text.secondary' }}>
          None yet. Add a crop from the library first; ready ways come with it.
        </Typography>
      )}
      <Typography variant="h2" sx={{ mt: 4, mb: 1 }}>
        The schools
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { md: '1fr 1fr' }, columnGap: 4, rowGap: 1.5 }}>
        {SCHOOLS.map((school) => (
          <Box key={school.key}>
            <Typography variant="h3">{school.name}</Typography>
            <Box sx={{ fontSize: 14.5 }}>{school.how}</Box>
            <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
              For: {school.gains} Against: {school.costs}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  )
}

const POLICIES = [
  ['single', 'One seed a cell'],
  ['thin', 'Several, thinned'],
  ['clump', 'Several, kept as a clump'],
  ['divide', 'Sown thick, divided'],
  ['flat', 'In a flat, pricked out'],
  ['bought', 'Young plants bought in'],
  ['in-place', 'Sown where it is to stand'],
] as const

const START: { [P in Sowing['policy']]: Extract<Sowing, { policy: P }> } = {
  single: { policy: 'single' },
  thin: { policy: 'thin', seedsPerCell: 2, keep: 1 },
  clump: { policy: 'clump', seedsPerCell: 4, count: 'plants', atLeast: 1 },
  divide: { policy: 'divide', seedsPerCell: 8, parts: 6 },
  flat: { policy: 'flat', seedsPerFlat: 400, usable: 0.9, readyLeaf: 1, limitLeaf: 3 },
  bought: { policy: 'bought', age: 150, good: 0.97, orderDays: 28 },
  'in-place': { policy: 'in-place', seedsPerMetre: 40, thinTo: 10, thinLeaf: 2 },
}

/** Potting up early, usual or late on the way from ready to limit. */
const POINTS = [
  ['0.2', 'early'],
  ['0.5', 'usual'],
  ['0.8', 'late'],
] as const
const pointKey = (point: number) => (point < 0.35 ? '0.2' : point <= 0.65 ? '0.5' : '0.8')

/** A method with another policy: what is sown in its place has no stages, what is raised has at least one. */
function withPolicy(method: Method, policy: Sowing['policy'], season: Season): Partial<Method> {
  const sowing = START[policy]
  if (policy === 'in-place') return { sowing, stages: [], hardening: { days: 0 } }
  const [place] = season.places
  const container =
    season.containers.find(({ kind }) => (kind === 'open-flat') === (policy === 'flat')) ?? season.containers[0]
  if (method.stages.length > 0 || !place || !container) return { sowing }
  return { sowing, stages: [{ place: place.key, container: container.key, survival: 0.97 }] }
}

/** One way of raising. */
export function MethodEditor({ stored }: { stored: Method }) {
  const { season } = useSeason()
  const router = useRouter()
  const {
    now: method,
    set: setMethod,
    put,
    at,
    frame,
    problems,
    remove,
    uses,
    saving,
  } = useThingEditor('methods', stored, '/know-how?tab=methods')
  const crop = season.crops.find(({ key }) => key === stored.crop)!
  const inPlace = method.sowing.policy === 'in-place'
  const set = (part: Partial<Method>) => setMethod({ ...method, ...part })
  const setStage = (i: number, stage: Stage) =>
    set({ stages: method.stages.map((other, at) => (at === i ? stage : other)) })
  const copy = async () => {
    const key = freeKeyIn(season.methods, stored.key)
    if (
      await saving.change(
        [{ of: 'methods', key, from: null, to: { ...stored, key, name: `${stored.name}, another` } }],
        `${stored.name} copied`,
      )
    )
      router.push(`/know-how?method=${key}`)
  }
  const swap = (i: number, j: number) => {
    const stages = [...method.stages]
    ;[stages[i], stages[j]] = [stages[j]!, stages[i]!]
    set({ stages })
  }
  return (
    <EditorFrame
      title={
        <>
          <MuiLink component={Link} href={`/know-how?crop=${crop.key}`} color="text.secondary" sx={{ fontSize: 14 }}>
            {crop.name}
          </MuiLink>
          <Typography variant="h1">{method.name}</Typography>
        </>
      }
      {...frame}
      more={
        <>
          <Button color="inherit" size="small" onClick={() => void copy()}>
            Copy
          </Button>
          <Button color="error" size="small" onClick={remove}>
            Remove
          </Button>
        </>
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { lg: 'minmax(0, 1fr) 380px' }, columnGap: 4, mt: 2 }}>
        <Box>
          <WordField label="Name" value={method.name} onChange={(name) => set({ name })} error={at('name')} />
          <Part title="Sowing">
            <Fields>
              <ChoiceField
                label="What goes into a cell"
                value={method.sowing.policy}
                options={POLICIES}
                onChange={(policy) => policy && set(withPolicy(method, policy, season))}
                width={230}
                error={at('sowing.policy')}
              />
              <SowingFields sowing={method.sowing} crop={crop} at={at} onChange={(sowing) => set({ sowing })} />
            </Fields>
          </Part>
          {method.stages.map((stage, i) => (
            <Part
              key={i}
              title={
                i === 0
                  ? method.sowing.policy === 'bought'
                    ? 'Arrive in'
                    : 'First container'
                  : stage.container === undefined
                    ? 'Only moved'
                    : 'Potted up into'
              }
              tools={
                i > 0 && (
                  <>
                    <IconButton
                      size="small"
                      aria-label={`Stage ${i + 1} earlier`}
                      disabled={i === 1}
                      onClick={() => swap(i, i - 1)}
                    >
                      <UpIcon fontSize="small" />
                    </IconButton>
                    <IconButton
                      size="small"
                      aria-label={`Stage ${i + 1} later`}
                      disabled={i === method.stages.length - 1}
                      onClick={() => swap(i, i + 1)}
                    >
                      <DownIcon fontSize="small" />
                    </IconButton>
                    <Button
                      size="small"
                      color="inherit"
                      onClick={() => set({ stages: method.stages.filter((_, other) => other !== i) })}
                    >
                      Take out
                    </Button>
                  </>
                )
              }
            >
              <StageFields
                stage={stage}
                first={i === 0}
                bought={method.sowing.policy === 'bought'}
                point={method.potUpPoint}
                at={(path) => at(`stages[${i}]${path ? `.${path}` : ''}`)}
                onChange={(next) => setStage(i, next)}
              />
            </Part>
          ))}
          <Box sx={{ display: inPlace ? 'none' : 'flex', flexWrap: 'wrap', gap: 1, mt: 1.5 }}>
            <Button
              size="small"
              startIcon={<AddIcon />}
              onClick={() =>
                set({
                  stages: [
                    ...method.stages,
                    {
                      container:
                        season.containers.find(({ kind }) => kind === 'pots')?.key ?? season.containers[0]!.key,
                      place: method.stages.at(-1)!.place,
                      survival: 0.98,
                    },
                  ],
                })
              }
            >
              Pot up
            </Button>
            <Button
              size="small"
              startIcon={<AddIcon />}
              onClick={() =>
                set({
                  stages: [
                    ...method.stages,
                    {
                      place:
                        season.places.find(({ key }) => key !== method.stages.at(-1)!.place)?.key ??
                        season.places[0]!.key,
                      survival: 1,
                      when: { daysBeforePlanting: Math.max(14, method.hardening.days + 7) },
                    },
                  ],
                })
              }
            >
              Move without potting
            </Button>
          </Box>
          <Part title={inPlace ? 'Preparation' : 'Hardening, heat and preparation'}>
            {!inPlace && (
              <Fields>
                <NumberField
                  label="Hardened for"
                  unit="days"
                  value={method.hardening.days}
                  onChange={(days) => days !== undefined && set({ hardening: { ...method.hardening, days } })}
                  width={130}
                  error={at('hardening.days')}
                />
                <ChoiceField
                  label="Hardened on"
                  value={method.hardening.place ?? ''}
                  none="nowhere"
                  options={season.places.map(({ key, name }) => [key, name] as const)}
                  onChange={(place) =>
                    set({ hardening: place === '' ? { days: method.hardening.days } : { ...method.hardening, place } })
                  }
                  width={210}
                  error={at('hardening.place')}
                />
                <ChoiceField
                  label="Hardened how"
                  value={method.hardening.school ?? ''}
                  none={`as the farm (${HARDENING_WORDS[season.habits.hardening].name})`}
                  options={HARDENING_SCHOOLS.map((school) => [school, HARDENING_WORDS[school].name] as const)}
                  onChange={(school) =>
                    set({ hardening: withFigure(method.hardening, 'school', school === '' ? undefined : school) })
                  }
                  width={230}
                />
                {method.sowing.policy !== 'bought' && (
                  <ChoiceField
                    label="Heat and cover come off"
                    value={String(method.leaveHeatAt) as '0.1' | '0.5' | '0.9'}
                    options={[
                      ['0.1', 'at the first seedlings'],
                      ['0.5', 'at half'],
                      ['0.9', 'when nearly all are up'],
                    ]}
                    onChange={(at) => at && set({ leaveHeatAt: Number(at) as Method['leaveHeatAt'] })}
                    width={230}
                  />
                )}
                {method.sowing.policy !== 'bought' && (
                  <ChoiceField
                    label="Sown"
                    value={method.seeder ? 'seeder' : 'hand'}
                    options={[
                      ['hand', 'by hand'],
                      ['seeder', 'with a seeder'],
                    ]}
                    onChange={(by) => put('seeder', by === 'seeder' ? true : undefined)}
                    width={150}
                  />
                )}
                {method.stages.filter(({ container }) => container !== undefined).length > 1 && (
                  <ChoiceField
                    label="Potted up"
                    value={pointKey(method.potUpPoint)}
                    options={POINTS}
                    onChange={(point) => point && set({ potUpPoint: Number(point) })}
                    width={130}
                  />
                )}
              </Fields>
            )}
            <Box sx={{ mt: 1.5 }}>
              <Preparations
                method={method}
                usual={crop.preparation}
                onChange={(preparation) => put('preparation', preparation)}
              />
            </Box>
          </Part>
          <Part title="Note">
            <WordField
              label="Note"
              hideLabel
              lines={2}
              value={method.note ?? ''}
              onChange={(note) => put('note', note === '' ? undefined : note)}
            />
          </Part>
          {uses.length > 0 && (
            <UsedBy
              what={stored.name}
              uses={uses}
              wayOut="Choose another way there first; Compare ways on the batch helps."
            />
          )}
        </Box>
        <Preview method={method} sound={problems.length === 0} />
      </Box>
    </EditorFrame>
  )
}

function Part({ title, tools, children }: { title: string; tools?: ReactNode; children: ReactNode }) {
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

const Fields = ({ children }: { children: ReactNode }) => (
  <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.25, alignItems: 'flex-start' }}>{children}</Box>
)

function SowingFields({
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
  const whole = (label: string, value: number, make: (n: number) => Sowing, path: string, unit?: string) => (
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
          {whole('Seeds a cell', sowing.seedsPerCell, (seedsPerCell) => ({ ...sowing, seedsPerCell }), 'seedsPerCell')}
          {whole('Kept', sowing.keep, (keep) => ({ ...sowing, keep }), 'keep')}
        </>
      )
    case 'clump':
      return (
        <>
          {whole('Seeds a cell', sowing.seedsPerCell, (seedsPerCell) => ({ ...sowing, seedsPerCell }), 'seedsPerCell')}
          <ChoiceField
            label="Wanted are counted in"
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
            whole('A good clump has', sowing.atLeast, (atLeast) => ({ ...sowing, atLeast }), 'atLeast', 'or more')}
        </>
      )
    case 'divide':
      return (
        <>
          {whole('Seeds a cell', sowing.seedsPerCell, (seedsPerCell) => ({ ...sowing, seedsPerCell }), 'seedsPerCell')}
          {whole('Parts at most', sowing.parts, (parts) => ({ ...sowing, parts }), 'parts')}
        </>
      )
    case 'flat':
      return (
        <>
          {whole('Seeds a flat', sowing.seedsPerFlat, (seedsPerFlat) => ({ ...sowing, seedsPerFlat }), 'seedsPerFlat')}
          <NumberField
            label="Good enough"
            quantity="share"
            value={sowing.usable}
            onChange={(usable) => usable !== undefined && onChange({ ...sowing, usable })}
            width={136}
            error={at('sowing.usable')}
          />
          {whole('From true leaf', sowing.readyLeaf, (readyLeaf) => ({ ...sowing, readyLeaf }), 'readyLeaf')}
          {whole('At latest leaf', sowing.limitLeaf, (limitLeaf) => ({ ...sowing, limitLeaf }), 'limitLeaf')}
        </>
      )
    case 'in-place':
      return (
        <>
          {whole(
            'Seeds a metre',
            sowing.seedsPerMetre,
            (seedsPerMetre) => ({ ...sowing, seedsPerMetre }),
            'seedsPerMetre',
          )}
          <NumberField
            label="Thinned to"
            quantity="length"
            value={sowing.thinTo}
            onChange={(thinTo) => thinTo !== undefined && onChange({ ...sowing, thinTo })}
            width={136}
            error={at('sowing.thinTo')}
          />
          {whole('At true leaf', sowing.thinLeaf, (thinLeaf) => ({ ...sowing, thinLeaf }), 'thinLeaf')}
        </>
      )
    case 'bought':
      return (
        <>
          {crop.growth.leafInterval !== undefined && (
            <NumberField
              label="True leaves on arrival"
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
          {whole('or age on arrival', sowing.age, (age) => ({ ...sowing, age }), 'age', '°C·days')}
          <NumberField
            label="Pass inspection"
            quantity="share"
            value={sowing.good}
            onChange={(good) => good !== undefined && onChange({ ...sowing, good })}
            width={140}
            error={at('sowing.good')}
          />
          {whole('Ordered before', sowing.orderDays, (orderDays) => ({ ...sowing, orderDays }), 'orderDays', 'days')}
          <NumberField
            label="Price of one"
            value={sowing.price}
            onChange={(price) => onChange(withFigure(sowing, 'price', price))}
            width={120}
            error={at('sowing.price')}
          />
        </>
      )
  }
}

function StageFields({
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
  const { season } = useSeason()
  const places = season.places.map(({ key, name }) => [key, name] as const)
  const withRule = [[PLACE_BY_RULE, 'Cheapest that suits'] as const, ...places]
  const when = stage.when
  const kind = when === undefined ? 'days' : 'age' in when ? 'age' : 'leaf' in when ? 'leaf' : 'days'
  const number =
    when === undefined ? 14 : 'age' in when ? when.age : 'leaf' in when ? when.leaf : when.daysBeforePlanting
  const setWhen = (next: string, n: number) =>
    onChange({
      ...stage,
      when:
        next === 'age' ? { age: n } : next === 'leaf' ? { leaf: Math.round(n) } : { daysBeforePlanting: Math.round(n) },
    })
  return (
    <Fields>
      {stage.container !== undefined && (
        <ChoiceField
          label="Container"
          value={stage.container}
          options={season.containers.map(({ key, name }) => [key, name] as const)}
          onChange={(container) => container && onChange({ ...stage, container })}
          width={230}
          error={at('container')}
        />
      )}
      {first && !bought && (
        <ChoiceField
          label="Germinates on"
          value={stage.germinateAt ?? ''}
          none="where it grows on"
          options={withRule}
          onChange={(place) => onChange(withFigure(stage, 'germinateAt', place === '' ? undefined : place))}
          width={200}
          error={at('germinateAt')}
        />
      )}
      <ChoiceField
        label={first ? 'Grows on at' : 'Place'}
        value={stage.place}
        options={withRule}
        onChange={(place) => place && onChange({ ...stage, place })}
        width={230}
        error={at('place')}
        help={stage.place === PLACE_BY_RULE ? 'keeps the usual pace, bears the nights' : undefined}
      />
      {stage.container === undefined && (
        <>
          <ChoiceField
            label="When"
            value={kind}
            options={[
              ['days', 'days before planting'],
              ['leaf', 'at a true leaf'],
              ['age', 'at an age'],
            ]}
            onChange={(next) => next && setWhen(next, next === 'age' ? 200 : next === 'leaf' ? 2 : 14)}
            width={190}
            error={at('when')}
          />
          <NumberField
            label={kind === 'days' ? 'Days before' : kind === 'leaf' ? 'True leaf' : 'Degree-days'}
            value={number}
            onChange={(n) => n !== undefined && setWhen(kind, n)}
            width={120}
          />
        </>
      )}
      <NumberField
        label="Stay good"
        quantity="share"
        value={stage.survival}
        onChange={(survival) => survival !== undefined && onChange({ ...stage, survival })}
        width={130}
        error={at('survival')}
      />
      {!first && stage.container !== undefined && (
        <>
          <ChoiceField
            label="When"
            value={stage.potUpPoint === undefined ? '' : pointKey(stage.potUpPoint)}
            none={`as the way (${POINTS.find(([key]) => key === pointKey(point))![1]})`}
            options={POINTS}
            onChange={(next) => onChange(withFigure(stage, 'potUpPoint', next === '' ? undefined : Number(next)))}
            width={190}
          />
          <NumberField
            label="Divided into"
            value={stage.divide}
            onChange={(divide) => onChange(withFigure(stage, 'divide', divide))}
            width={120}
            error={at('divide')}
            help="empty: not"
          />
        </>
      )}
      {at('') && !at('container') && !at('place') && !at('when') && (
        <Box role="alert" sx={{ fontSize: 13, color: 'error.main', width: '100%' }}>
          {at('')}
        </Box>
      )}
    </Fields>
  )
}

function Preparations({
  method,
  usual,
  onChange,
}: {
  method: Method
  usual: Method['preparation']
  onChange: (preparation: Method['preparation']) => void
}) {
  const own = method.preparation
  if (own === undefined) {
    return (
      <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
        Before sowing:{' '}
        {usual && usual.length > 0
          ? usual.map(({ what, days }) => `${what.toLowerCase()} ${days} ${days === 1 ? 'day' : 'days'}`).join(', ')
          : 'nothing'}
        , as the crop has it.{' '}
        <Button
          size="small"
          color="inherit"
          onClick={() => onChange(usual && usual.length > 0 ? usual : [{ what: 'Soak', days: 1 }])}
        >
          Another way here
        </Button>
      </Box>
    )
  }
  return (
    <Box sx={{ display: 'grid', gap: 1, justifyItems: 'start' }}>
      {own.map((one, i) => (
        <Box key={i} sx={{ display: 'flex', gap: 1 }}>
          <WordField
            label="Before sowing"
            value={one.what}
            onChange={(what) => onChange(own.map((other, at) => (at === i ? { ...one, what } : other)))}
            width={170}
          />
          <NumberField
            label="Days"
            unit="days"
            value={one.days}
            onChange={(days) =>
              days !== undefined && onChange(own.map((other, at) => (at === i ? { ...one, days } : other)))
            }
            width={110}
          />
          <Button size="small" color="inherit" onClick={() => onChange(own.filter((_, at) => at !== i))}>
            Take out
          </Button>
        </Box>
      ))}
      <Box>
        <Button size="small" color="inherit" onClick={() => onChange([...own, { what: 'Soak', days: 1 }])}>
          Add
        </Button>
        <Button size="small" color="inherit" onClick={() => onChange(undefined)}>
          As the crop has it
        </Button>
      </Box>
    </Box>
  )
}

/** What the way comes to, for a planting that uses it or for a hundred plants. */
function Preview({ method, sound }: { method: Method; sound: boolean }) {
  const { season, planner, format, plan } = useSeason()
  const deferred = useDeferredValue(method)
  const batch = useMemo(() => {
    if (
      !sound ||
      !readSeason({
        ...season,
        methods: season.methods.map((other) => (other.key === deferred.key ? deferred : other)),
      }).ok
    )
      return undefined
    const using = season.plantings.find((planting) => planting.method === deferred.key)
    const variety = season.varieties.find(({ crop }) => crop === deferred.crop)
    if (!using && !variety) return undefined
    const month = season.season.from.slice(0, 4)
    const planting: Planting = using ?? {
      key: 'try',
      code: 'TRY',
      variety: variety!.key,
      method: deferred.key,
      plants: 100,
      on: `${month}-${season.site.latitude < 0 ? '11' : '06'}-01`,
      changes: [],
    }
    const on = using
      ? (plan.batches.find((one) => one.planting === using)?.plantOn ?? parseDay(planting.on))
      : parseDay(planting.on)
    return planner.previewBy(season, planting, deferred, on)[0]
  }, [season, planner, plan, deferred, sound])
  const stand = useMemo(() => {
    if (!sound || deferred.sowing.policy !== 'in-place') return undefined
    const methods = season.methods.map((other) => (other.key === deferred.key ? deferred : other))
    const trial = { ...season, methods }
    const using = season.plantings.find((planting) => planting.method === deferred.key)
    const variety = season.varieties.find(({ crop }) => crop === deferred.crop)
    if (!readSeason(trial).ok || (!using && !variety)) return undefined
    const planting: Planting = using ?? {
      key: 'try',
      code: 'TRY',
      variety: variety!.key,
      method: deferred.key,
      plants: 100,
      on: `${season.season.from.slice(0, 4)}-${season.site.latitude < 0 ? '11' : '05'}-01`,
      changes: [],
    }
    return createPlanner().previewInPlace(trial, planting)[0]
  }, [season, deferred, sound])
  return (
    <Box
      component="aside"
      aria-label="What it comes to"
      sx={{
        mt: { xs: 3, lg: 0 },
        p: 2,
        border: 1,
        borderColor: 'divider',
        borderRadius: 1,
        bgcolor: 'background.paper',
        alignSelf: 'start',
        position: { lg: 'sticky' },
        top: 0,
      }}
    >
      <Typography variant="h3" component="h2">
        What it comes to
      </Typography>
      {stand ? (
        <Box sx={{ mt: 1 }}>{inPlaceSentence(stand, format)}</Box>
      ) : batch ? (
        <>
          <Box sx={{ fontSize: 14, color: 'text.secondary', mb: 1 }}>
            {count(format, batch.plants, 'plant')} of {batch.variety.name}, planted {format.date(batch.plantOn)}
          </Box>
          {batch.sizing && (
            <Box sx={{ fontSize: 17, fontWeight: 650, mb: 1 }}>
              {batch.sow !== undefined &&
                `${method.sowing.policy === 'bought' ? 'Arrive' : 'Sow'} ${format.date(batch.sow)}: `}
              {batch.sizing.seeds > 0
                ? count(format, batch.sizing.seeds, 'seed')
                : count(format, batch.sizing.cells, 'young plant')}
            </Box>
          )}
          <BatchSteps batch={batch} />
          {batch.marks.map((mark, i) => (
            <Box key={i} sx={{ fontSize: 14, color: 'warning.main', mt: 1 }}>
              {markSentence(mark, season.places, format)}
            </Box>
          ))}
        </>
      ) : (
        <Box sx={{ fontSize: 14, color: 'text.secondary', mt: 1 }}>
          {sound ? 'Add a variety of this crop to see it.' : 'Put right what does not fit to see it.'}
        </Box>
      )}
    </Box>
  )
}
