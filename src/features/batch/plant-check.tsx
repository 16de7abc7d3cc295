/** Short questions for eye and hand; the verdict changes as they are answered. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useId, useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { holdLevers, judge, type Checked, type Lever, type Seen } from '../../core/advice/verdict'
import { workAhead } from '../../core/advice/work'
import type { Batch } from '../../core/batch/batch'
import { ROOTS, type Roots } from '../../season/schema'
import { NumberField } from '../../ui/fields'
import { PhotoField } from '../../ui/records/photos'
import { asPlanned } from '../../ui/records/as-planned'
import { useRecord, type Said } from '../../ui/records/use-record'
import { present } from '../../season/values'
import { useSeason } from '../../ui/season-context'
import { count } from '../../words/format'
import { isPrickingOut } from '../../words/tasks'
import { Moved } from './happened-moves'
import { verdictTitle, verdictWhy, leverWords } from './sentences'
import { Link, useRouter } from '../../ui/navigation'

export function PlantCheck({ batch }: { batch: Batch }) {
  const t = useTranslations('batch')
  const { season, plan, format, today } = useSeason()
  const { record } = useRecord()
  const router = useRouter()
  const [holding, setHolding] = useState<Lever>()
  const [seen, setSeen] = useState<Seen>({})
  const [photos, setPhotos] = useState<string[]>([])
  const set = (part: Partial<Seen>) => setSeen((before) => present({ ...before, ...part }) as Seen)
  const checked = useMemo(() => judge(batch, seen, today), [batch, seen, today])
  const levers = useMemo(() => holdLevers(batch, season, today), [batch, season, today])
  const answered = Object.keys(seen).length > 0
  const mustWait = checked.verdict.kind === 'past' || (checked.verdict.kind === 'plant' && checked.verdict.inDays > 0)
  const look: Said[] = answered ? [{ batch: batch.id, what: { did: 'check', ...seen }, photos }] : []
  const write = async (also: readonly Said[] = [], summary = t('lookedAt')) => {
    await record([...look, ...also], `${batch.code}: ${summary}`)
    router.replace(`/batch?id=${encodeURIComponent(batch.id)}`)
  }
  const { verdict } = checked
  const kind =
    verdict.kind === 'plant'
      ? 'plant'
      : verdict.kind === 'wait' || (verdict.kind === 'past' && !verdict.into)
        ? undefined
        : 'pot-up'
  const next = kind && workAhead(plan, batch, today).find(({ task }) => task.kind === kind)?.task
  if (holding && holding.kind !== 'feed') {
    return (
      <Moved
        batch={batch}
        onClose={() => setHolding(undefined)}
        also={look}
        {...(holding.kind === 'place' ? { place: holding.place.key } : { container: holding.container.key })}
      />
    )
  }
  const leafClock = batch.way.crop.growth.leafInterval !== undefined
  return (
    <Box sx={{ display: 'grid', gap: 2.5 }}>
      {leafClock && (
        <Question title={t('howManyTrueLeaves')}>
          {(name) => (
            <Choose
              name={name}
              value={seen.leaves}
              options={[0, 1, 2, 3, 4, 5, 6].map((n) => [n, n === 6 ? t('n6OrMore') : String(n)] as const)}
              onChange={(leaves) => set({ leaves })}
            />
          )}
        </Question>
      )}
      <Question title={t('doesThePlugLiftOut')}>
        {(name) => (
          <Choose
            name={name}
            value={seen.lifts}
            options={[
              [true, t('yes')],
              [false, t('noItFallsApart')],
            ]}
            onChange={(lifts) => set({ lifts })}
          />
        )}
      </Question>
      <Question title={t('rootsAtTheBottom')}>
        {(name) => (
          <Choose
            name={name}
            value={seen.roots}
            options={ROOTS.map((one) => [one, format.t(`records.root.${one}`)] as const)}
            onChange={(roots) => set({ roots: roots as Roots | undefined })}
          />
        )}
      </Question>
      <Question title={t('stems')}>
        {(name) => (
          <Choose
            name={name}
            value={seen.leaning}
            options={[
              [false, t('standFirm')],
              [true, t('leanOrAreStretched')],
            ]}
            onChange={(leaning) => set({ leaning })}
          />
        )}
      </Question>
      <Question title={t('buds')}>
        {(name) => (
          <Choose
            name={name}
            value={seen.buds}
            options={[
              [false, 'none'],
              [true, t('inBud')],
            ]}
            onChange={(buds) => set({ buds })}
          />
        )}
      </Question>
      <Question title={t('leaves')}>
        {(name) => (
          <Choose
            name={name}
            value={seen.pale}
            options={[
              [false, t('goodAndGreen')],
              [true, t('paleOrTheLowestYellow')],
            ]}
            onChange={(pale) => set({ pale })}
          />
        )}
      </Question>
      <Box sx={{ maxWidth: 220 }}>
        <NumberField
          label={t('heightIfYouMeasured')}
          quantity="length"
          value={seen.height}
          onChange={(height) => set({ height: height !== undefined && height > 0 ? height : undefined })}
        />
      </Box>
      <PhotoField photos={photos} onChange={setPhotos} />
      <Box
        component="section"
        aria-label={t('verdict')}
        aria-live="polite"
        sx={{ border: 2, borderColor: verdictColor(checked), borderRadius: 1.5, p: 2 }}
      >
        <Box sx={{ fontSize: 13, color: 'text.secondary' }}>
          {answered ? t('fromWhatYouSee') : t('byTheForecastAlone')}
        </Box>
        <Box sx={{ fontFamily: 'var(--heading)', fontSize: 24, lineHeight: 1.2 }}>{verdictTitle(checked, format)}</Box>
        <Box sx={{ fontSize: 15, mt: 0.5 }}>{verdictWhy(checked, batch, format)}</Box>
        {checked.remarks.map((remark) => (
          <Box key={remark} sx={{ fontSize: 15, mt: 0.5 }}>
            {format.t(`batch.remarks.${remark}`)}
          </Box>
        ))}
        {next && (
          <Button
            variant="outlined"
            color="inherit"
            onClick={() =>
              void write([asPlanned(next, season)], next.kind === 'plant' ? t('plantedOut') : t('pottedUp'))
            }
            sx={{ mt: 1.25, minHeight: 48 }}
          >
            {next.kind === 'plant'
              ? t('plantedOutToday')
              : t('pottedUpToday', {
                  taskName: isPrickingOut(next.batch, next.day) ? 'yes' : 'no',
                  plants: count(format, next.cells, 'plant'),
                })}
          </Button>
        )}
        {next && (
          <Box sx={{ mt: 0.75, fontSize: 14, color: 'text.secondary' }}>
            {next.kind === 'plant' ? (
              <>
                {t('whatTheFieldSaysIs')}{' '}
                <Link href={`/field?stand=${encodeURIComponent(batch.id)}`}>{t('field')}</Link>.
              </>
            ) : (
              t('otherNumbersOrAnotherPot')
            )}
          </Box>
        )}
      </Box>
      {mustWait && (
        <Box component="section" aria-label={t('whatGainsDays')}>
          <Typography variant="h2" sx={{ mb: 0.5 }}>
            {t('whatGainsDays')}
          </Typography>
          {checked.daysLeft !== undefined && checked.verdict.kind !== 'past' && (
            <Box sx={{ fontSize: 15, mb: 0.5 }}>
              {t('asItStandsItHas', {
                extra:
                  checked.daysLeft === 0
                    ? t('noDaysLeft')
                    : t('left', { days: count(format, checked.daysLeft, 'day') }),
              })}
            </Box>
          )}
          {levers.length === 0 ? (
            <Box sx={{ color: 'text.secondary' }}>{t('nothingOnTheFarmGains')}</Box>
          ) : (
            <Box
              component="ul"
              sx={{
                m: 0,
                p: 0,
                listStyle: 'none',
                fontSize: 15.5,
                '& li': {
                  display: 'flex',
                  alignItems: 'center',
                  justifyContent: 'space-between',
                  gap: 1,
                  minHeight: 48,
                  py: 0.25,
                  borderTop: 1,
                  borderColor: 'divider',
                },
              }}
            >
              {levers
                .filter(({ kind }) => checked.verdict.kind !== 'past' || kind === 'container')
                .slice(0, 6)
                .map((lever) => (
                  <li key={leverWords(lever, format)}>
                    <span>
                      {leverWords(lever, format)}: <b>{count(format, lever.days, 'day')}</b>
                    </span>
                    {lever.kind !== 'feed' && (
                      <Button
                        size="small"
                        variant="outlined"
                        color="inherit"
                        onClick={() => setHolding(lever)}
                        aria-label={t('doIt', { lever: leverWords(lever, format) })}
                        sx={{ minHeight: 44 }}
                      >
                        {t('doIt2')}
                      </Button>
                    )}
                  </li>
                ))}
            </Box>
          )}
        </Box>
      )}
      {!answered && <Alert severity="info">{t('answerWhatYouCanSee')}</Alert>}
      <Button
        variant="contained"
        disableElevation
        disabled={!answered}
        onClick={() => void write()}
        sx={{ minHeight: 52, fontSize: 16.5 }}
      >
        {t('save')}
      </Button>
    </Box>
  )
}

function Question({ title, children }: { title: string; children: (name: string) => React.ReactNode }) {
  const id = useId()
  return (
    <Box>
      <Box id={id} sx={{ fontWeight: 650, mb: 0.5 }}>
        {title}
      </Box>
      {children(title)}
    </Box>
  )
}

function Choose<T extends string | number | boolean>({
  name,
  value,
  options,
  onChange,
}: {
  name: string
  value: T | undefined
  options: readonly (readonly [T, string])[]
  onChange: (value: T | undefined) => void
}) {
  return (
    <ToggleButtonGroup
      exclusive
      value={value === undefined ? null : value}
      onChange={(_, next: T | null) => onChange(next ?? undefined)}
      aria-label={name}
      sx={{
        flexWrap: 'wrap',
        gap: 0.75,
        '& .MuiToggleButtonGroup-grouped': { border: 1, borderColor: 'divider', borderRadius: 1, ml: 0 },
      }}
    >
      {options.map(([key, text]) => (
        <ToggleButton
          key={String(key)}
          value={key}
          sx={{
            minHeight: 48,
            minWidth: 52,
            px: 1.75,
            textTransform: 'none',
            fontSize: 15.5,
            color: 'text.primary',
            '&.Mui-selected, &.Mui-selected:hover': { bgcolor: 'primary.main', color: 'primary.contrastText' },
          }}
        >
          {text}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  )
}

function verdictColor({ verdict }: Checked): string {
  return verdict.kind === 'past' ? 'error.main' : verdict.kind === 'wait' ? 'warning.main' : 'success.main'
}
