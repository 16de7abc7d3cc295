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
import { useTranslations } from 'next-intl'
import { withFigure } from '../../season/figures'
import { HARDENING_SCHOOLS, type Method, type Stage } from '../../season/schema'
import { EditorFrame, useThingEditor } from '../../ui/editor'
import { ChoiceField, NumberField, WordField } from '../../ui/fields'
import { freeKeyIn } from '../../season/keys'
import { useSeason } from '../../ui/season-context'
import { UsedBy } from '../../ui/used-by'
import { Preview } from './method-preview'
import { POINTS, pointKey, withPolicy } from './model'
import { Part, Fields, SowingFields, StageFields, Preparations } from './method-fields'
import { Link, useRouter } from '../../ui/navigation'
import './words'

const POLICIES = ['single', 'thin', 'clump', 'divide', 'flat', 'bought', 'in-place'] as const

/** One way of raising. */
export function MethodEditor({ stored }: { stored: Method }) {
  const t = useTranslations('knowHow')
  const { season, format } = useSeason()
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
        [{ of: 'methods', key, from: null, to: { ...stored, key, name: t('another', { stored: stored.name }) } }],
        t('copied', { stored: stored.name }),
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
            {t('copy')}
          </Button>
          <Button color="error" size="small" onClick={remove}>
            {t('delete')}
          </Button>
        </>
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { lg: 'minmax(0, 1fr) 380px' }, columnGap: 4, mt: 2 }}>
        <Box>
          <WordField label={t('name')} value={method.name} onChange={(name) => set({ name })} error={at('name')} />
          <Part title={t('sowing')}>
            <Fields>
              <ChoiceField
                label={t('whatGoesIntoACell')}
                value={method.sowing.policy}
                options={POLICIES.map((one) => [one, t(`policy.${one}`)] as const)}
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
                    ? t('arriveIn')
                    : t('firstContainer')
                  : stage.container === undefined
                    ? t('onlyMoved')
                    : t('pottedUpInto')
              }
              tools={
                i > 0 && (
                  <>
                    <IconButton
                      size="small"
                      aria-label={t('stageEarlier', { i: String(i + 1) })}
                      disabled={i === 1}
                      onClick={() => swap(i, i - 1)}
                    >
                      <UpIcon fontSize="small" />
                    </IconButton>
                    <IconButton
                      size="small"
                      aria-label={t('stageLater', { i: String(i + 1) })}
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
                      {t('delete')}
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
              {t('potUp')}
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
              {t('moveWithoutPotting')}
            </Button>
          </Box>
          <Part title={inPlace ? t('preparation') : t('hardeningHeatAndPreparation')}>
            {!inPlace && (
              <Fields>
                <NumberField
                  label={t('hardenedFor')}
                  unit="days"
                  value={method.hardening.days}
                  onChange={(days) => days !== undefined && set({ hardening: { ...method.hardening, days } })}
                  width={130}
                  error={at('hardening.days')}
                />
                <ChoiceField
                  label={t('hardenedOn')}
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
                  label={t('hardenedHow')}
                  value={method.hardening.school ?? ''}
                  none={t('asTheFarm', { school: format.t(`words.field.hardening.${season.habits.hardening}.name`) })}
                  options={HARDENING_SCHOOLS.map(
                    (school) => [school, format.t(`words.field.hardening.${school}.name`)] as const,
                  )}
                  onChange={(school) =>
                    set({ hardening: withFigure(method.hardening, 'school', school === '' ? undefined : school) })
                  }
                  width={230}
                />
                {method.sowing.policy !== 'bought' && (
                  <ChoiceField
                    label={t('heatAndCoverComeOff')}
                    value={String(method.leaveHeatAt) as '0.1' | '0.5' | '0.9'}
                    options={[
                      ['0.1', t('atTheFirstSeedlings')],
                      ['0.5', t('atHalf')],
                      ['0.9', t('whenNearlyAllAreUp')],
                    ]}
                    onChange={(at) => at && set({ leaveHeatAt: Number(at) as Method['leaveHeatAt'] })}
                    width={230}
                  />
                )}
                {method.sowing.policy !== 'bought' && (
                  <ChoiceField
                    label={t('sown')}
                    value={method.seeder ? 'seeder' : 'hand'}
                    options={[
                      ['hand', t('byHand')],
                      ['seeder', t('withASeeder')],
                    ]}
                    onChange={(by) => put('seeder', by === 'seeder' ? true : undefined)}
                    width={150}
                  />
                )}
                {method.stages.filter(({ container }) => container !== undefined).length > 1 && (
                  <ChoiceField
                    label={t('pottedUp')}
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
          <Part title={t('note')}>
            <WordField
              label={t('note')}
              hideLabel
              lines={2}
              value={method.note ?? ''}
              onChange={(note) => put('note', note === '' ? undefined : note)}
            />
          </Part>
          {uses.length > 0 && <UsedBy what={stored.name} uses={uses} wayOut={t('chooseAnotherWayThereFirst')} />}
        </Box>
        <Preview method={method} sound={problems.length === 0} />
      </Box>
    </EditorFrame>
  )
}
