/** Whether the plan only has to fit as planned, or to hold in the years that might be; and what such years say of what was found. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useTranslations } from 'next-intl'
import { leastSure, promisesKept, worstWeeks } from '../../core/hold/figures'
import type { Held, HeldFigures, HoldWanted } from '../../core/hold/hold'
import { useSeason } from '../../ui/season-context'
import { limitName } from '../../words/fit'
import { WasAndIs, type WasAndIsRow } from './was-and-is'

const CHANCES = [0.8, 0.9, 0.95]
const OVERS = [0.05, 0.1, 0.2]
/** What is asked for to begin with. */
const USUAL_HOLD: HoldWanted = { chance: 0.9, over: 0.1 }
const MOST_SAID = 4

const hundred = (share: number) => Math.round(share * 100)

/** The choice; nothing is wanted where it only has to fit as planned. */
export function HoldChoice({
  wanted,
  onWanted,
}: {
  wanted: HoldWanted | undefined
  onWanted: (wanted: HoldWanted | undefined) => void
}) {
  const t = useTranslations('benches')
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center', mt: 1 }}>
      <ToggleButtonGroup
        exclusive
        size="small"
        value={wanted ? 'hold' : 'plan'}
        onChange={(_, value: 'hold' | 'plan' | null) => value && onWanted(value === 'hold' ? USUAL_HOLD : undefined)}
        aria-label={t('hold.how')}
      >
        <ToggleButton value="plan">{t('hold.asPlanned')}</ToggleButton>
        <ToggleButton value="hold">{t('hold.inMostYears')}</ToggleButton>
      </ToggleButtonGroup>
      {wanted && (
        <>
          <ShareOfYears
            label={t('hold.promisesKept')}
            value={wanted.chance}
            from={CHANCES}
            words={(chance) => t('hold.inYears', { n: hundred(chance) })}
            onChange={(chance) => onWanted({ ...wanted, chance })}
          />
          <ShareOfYears
            label={t('hold.placesOver')}
            value={wanted.over}
            from={OVERS}
            words={(over) => t('hold.atMostInYears', { n: hundred(over) })}
            onChange={(over) => onWanted({ ...wanted, over })}
          />
        </>
      )}
    </Box>
  )
}

/** One of a few shares of years. */
function ShareOfYears({
  label,
  value,
  from,
  words,
  onChange,
}: {
  label: string
  value: number
  from: readonly number[]
  words: (share: number) => string
  onChange: (share: number) => void
}) {
  return (
    <TextField
      select
      fullWidth={false}
      size="small"
      label={label}
      value={value}
      onChange={({ target }) => onChange(Number(target.value))}
      sx={{ minWidth: 230 }}
    >
      {from.map((share) => (
        <MenuItem key={share} value={share}>
          {words(share)}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** What other years say, of the ordinary fit and of what was found. */
export function HoldFound({ found }: { found: Held }) {
  const t = useTranslations('benches')
  const { plan, format } = useSeason()
  const { wanted, ordinary, held, judgedBy } = found
  const promises = held.promises.length
  const row = (name: string, was: string, is: string): WasAndIsRow => ({ name, was, is, differs: was !== is })
  const of100 = (share = 0) => t('hold.of100', { n: hundred(share) })
  const kept = (of: HeldFigures) => t('hold.ofAll', { n: promisesKept(of, wanted.chance), all: promises })
  const ofPromises = [
    row(t('hold.rowKept', { n: hundred(wanted.chance) }), kept(ordinary), kept(held)),
    row(t('hold.rowLeast'), of100(leastSure(ordinary)), of100(leastSure(held))),
  ]
  const overs = (of: HeldFigures) => format.number(of.overs.length)
  const rows = [
    ...(promises > 0 ? ofPromises : []),
    row(t('hold.rowOver', { n: hundred(wanted.over) }), overs(ordinary), overs(held)),
  ]
  const said = [
    ...found.cannot.flatMap(({ batch, chance }) => {
      const own = plan.byId.get(batch)
      return own ? [t('hold.cannot', { batch: own.code, variety: own.variety.name, n: hundred(chance) })] : []
    }),
    ...worstWeeks(held).flatMap(({ limit, week, share }) => {
      const own = plan.limits.find(({ id }) => id === limit)
      return own
        ? [t('hold.stillOver', { limit: limitName(own, format), week: format.week(week), n: hundred(share) })]
        : []
    }),
  ]
  return (
    <Box component="section" aria-labelledby="fit-hold" sx={{ mb: 2 }}>
      <Typography variant="h2" id="fit-hold">
        {t('hold.inOtherYears', { n: judgedBy })}
      </Typography>
      <WasAndIs was={t('hold.fitAsPlanned')} is={t('hold.held')} rows={rows} />
      {promises === 0 && <Box sx={{ fontSize: 14, color: 'text.secondary', mt: 1 }}>{t('hold.nothingPromised')}</Box>}
      {said.length > 0 && (
        <Alert severity="warning" sx={{ mt: 1 }}>
          <Box component="ul" sx={{ m: 0, pl: 2 }}>
            {said.slice(0, MOST_SAID).map((text) => (
              <li key={text}>{text}</li>
            ))}
            {said.length > MOST_SAID && <li>{t('moreLikeThese', { sentences: String(said.length - MOST_SAID) })}</li>}
          </Box>
        </Alert>
      )}
      <Box sx={{ fontSize: 13, color: 'text.secondary', mt: 1 }}>{t('hold.others', { n: judgedBy })}</Box>
    </Box>
  )
}
