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
import type { Held, HeldFigures, HoldWanted } from '../../core/hold/hold'
import { useSeason } from '../../ui/season-context'
import { limitName } from '../../words/fit'

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
          <TextField
            select
            fullWidth={false}
            size="small"
            label={t('hold.promisesKept')}
            value={wanted.chance}
            onChange={({ target }) => onWanted({ ...wanted, chance: Number(target.value) })}
            sx={{ minWidth: 230 }}
          >
            {CHANCES.map((chance) => (
              <MenuItem key={chance} value={chance}>
                {t('hold.inYears', { n: hundred(chance) })}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            fullWidth={false}
            size="small"
            label={t('hold.placesOver')}
            value={wanted.over}
            onChange={({ target }) => onWanted({ ...wanted, over: Number(target.value) })}
            sx={{ minWidth: 230 }}
          >
            {OVERS.map((over) => (
              <MenuItem key={over} value={over}>
                {t('hold.atMostInYears', { n: hundred(over) })}
              </MenuItem>
            ))}
          </TextField>
        </>
      )}
    </Box>
  )
}

/** What other years say, of the ordinary fit and of what was found. */
export function HoldFound({ found }: { found: Held }) {
  const t = useTranslations('benches')
  const { plan, format } = useSeason()
  const { wanted, ordinary, held, judgedBy } = found
  const promises = held.promises.length
  const kept = ({ promises }: HeldFigures) => promises.filter(({ chance }) => chance >= wanted.chance).length
  const least = ({ promises }: HeldFigures) => Math.min(...promises.map(({ chance }) => chance))
  const of100 = (share: number) => t('hold.of100', { n: hundred(share) })
  const rows: [string, string, string][] = [
    ...(promises > 0
      ? ([
          [
            t('hold.rowKept', { n: hundred(wanted.chance) }),
            t('hold.ofAll', { n: kept(ordinary), all: promises }),
            t('hold.ofAll', { n: kept(held), all: promises }),
          ],
          [t('hold.rowLeast'), of100(least(ordinary)), of100(least(held))],
        ] as [string, string, string][])
      : []),
    [
      t('hold.rowOver', { n: hundred(wanted.over) }),
      format.number(ordinary.overs.length),
      format.number(held.overs.length),
    ],
  ]
  const said = [
    ...found.cannot.flatMap(({ batch, chance }) => {
      const own = plan.byId.get(batch)
      return own ? [t('hold.cannot', { batch: own.code, variety: own.variety.name, n: hundred(chance) })] : []
    }),
    ...worstByLimit(held).flatMap(({ limit, week, share }) => {
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
      <Box
        component="table"
        sx={{
          width: '100%',
          mt: 1,
          borderCollapse: 'collapse',
          fontSize: 14.5,
          '& td, & th': {
            textAlign: 'right',
            py: 0.3,
            pl: 2,
            borderBottom: 1,
            borderColor: 'divider',
            verticalAlign: 'top',
          },
          '& td': { whiteSpace: 'nowrap' },
          '& th:first-of-type': { textAlign: 'left', pl: 0, fontWeight: 400, color: 'text.secondary' },
        }}
      >
        <thead>
          <tr>
            <th scope="col" />
            <th scope="col">{t('hold.fitAsPlanned')}</th>
            <th scope="col">{t('hold.held')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, was, is]) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>{was}</td>
              <Box component="td" sx={{ fontWeight: was === is ? 400 : 700 }}>
                {is}
              </Box>
            </tr>
          ))}
        </tbody>
      </Box>
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

/** Of each limit its worst week. */
const worstByLimit = ({ overs }: HeldFigures) =>
  overs.filter(({ limit }, i) => overs.findIndex((other) => other.limit === limit) === i)
