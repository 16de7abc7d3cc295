/** The beds, block by block: along their length on the working day, or along the season. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { memo, useMemo, useState, type ReactNode } from 'react'
import { monthStarts, type Day } from '../../core/calendar/day'
import { roomOn, type BedClash, type BedUse } from '../../core/field/beds'
import type { Bed } from '../../season/schema'
import { dayScale, dayShare } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { clashSentence, holdSentence, metres, stretch } from '../../words/field'
import { count } from '../../words/format'
import { holdFor } from '../../core/field/beds'
import { useLabel } from './use-label'

type Along = 'day' | 'season'

/** What stands in a bed, by kind of crop: told apart by colour, and what is not of this season by its hatch. */
const PAINT: Record<string, { light: string; dark: string; name: string }> = {
  vegetable: { light: '#C3D3B4', dark: '#4D6A4A', name: 'vegetables' },
  herb: { light: '#DCE3B0', dark: '#5F6631', name: 'herbs' },
  'cut-flower': { light: '#E9C3CE', dark: '#703F56', name: 'cut flowers' },
  other: { light: '#DFCDB3', dark: '#5C4A33', name: 'other' },
}
const STANDING = {
  light: 'repeating-linear-gradient(45deg, #E4DED2 0 5px, #CFC7B7 5px 7px)',
  dark: 'repeating-linear-gradient(45deg, #3A434B 0 5px, #566069 5px 7px)',
}
const paintOf = (use: BedUse) => (use.stand ? (PAINT[use.stand.crop.group ?? 'other'] ?? PAINT.other!) : STANDING)

export interface BedsPlanProps {
  day: Day
  chosenBed: string | undefined
  chosenStand: string | undefined
  onBed: (key: string) => void
  onStand: (id: string) => void
  onBlock: (key: string) => void
  onNew: (what: 'beds' | 'block') => void
}

export function BedsPlan({ day, chosenBed, chosenStand, onBed, onStand, onBlock, onNew }: BedsPlanProps) {
  const { plan, season, format } = useSeason()
  const [along, setAlong] = useState<Along>('day')
  const { uses, clashes } = plan.beds
  const taken = season.beds.filter((bed) => roomOn(bed, uses.get(bed.key)!, day).taken > 0).length
  const without = plan.inField.filter(({ goes, from }) => goes.length === 0 && from >= day).length
  const clashed = useMemo(() => new Set(clashes.map(({ use }) => use)), [clashes])
  if (season.blocks.length === 0) {
    return (
      <Box sx={{ mt: 3, maxWidth: 560 }}>
        <Typography component="p" sx={{ mb: 1.5 }}>
          No beds yet. With them every planting knows how much ground it takes, what must come out first, and who is in
          whose way.
        </Typography>
        <Button variant="contained" startIcon={<AddIcon />} onClick={() => onNew('block')}>
          Add a block of beds
        </Button>
      </Box>
    )
  }
  return (
    <Box sx={{ mt: 1.5 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }} className="no-print">
        <ToggleButtonGroup
          exclusive
          size="small"
          value={along}
          onChange={(_, next: Along | null) => next && setAlong(next)}
          aria-label="Along"
        >
          <ToggleButton value="day">On the day</ToggleButton>
          <ToggleButton value="season">Through the season</ToggleButton>
        </ToggleButtonGroup>
        <Box sx={{ flex: 1, minWidth: 180, fontSize: 14, color: 'text.secondary' }}>
          {taken} of {count(format, season.beds.length, 'bed')} taken
          {without > 0 ? `; ${count(format, without, 'planting')} to come without a bed` : ''}
        </Box>
        <Legend />
        <Button size="small" startIcon={<AddIcon />} onClick={() => onNew('beds')}>
          Beds
        </Button>
        <Button size="small" startIcon={<AddIcon />} onClick={() => onNew('block')}>
          Block
        </Button>
      </Box>
      {clashes.length > 0 && <Clashes clashes={clashes} onStand={onStand} />}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 430px), 1fr))',
          columnGap: 3.5,
          rowGap: 3,
          mt: 2,
        }}
      >
        {season.blocks.map((block) => {
          const beds = season.beds.filter((bed) => bed.block === block.key)
          const longest = Math.max(1, ...beds.map(({ length }) => length))
          return (
            <Box key={block.key} component="section" aria-label={block.name} sx={{ breakInside: 'avoid' }}>
              <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1 }}>
                <Typography variant="h3" component="h2">
                  {block.name}
                </Typography>
                <Box sx={{ fontSize: 13, color: 'text.secondary', flex: 1 }}>
                  {beds.length === 0
                    ? 'no beds yet'
                    : `${count(format, beds.length, 'bed')}, ${metres(format, longest)} long`}
                </Box>
                <Button size="small" color="inherit" className="no-print" onClick={() => onBlock(block.key)}>
                  Change
                </Button>
              </Box>
              {along === 'season' && <Months />}
              {beds.map((bed) => (
                <BedRow
                  key={bed.key}
                  bed={bed}
                  uses={uses.get(bed.key)!}
                  along={along}
                  day={day}
                  longest={longest}
                  clashed={clashed}
                  chosen={bed.key === chosenBed}
                  chosenStand={chosenStand}
                  onBed={onBed}
                  onStand={onStand}
                />
              ))}
            </Box>
          )
        })}
      </Box>
    </Box>
  )
}

function Legend() {
  return (
    <Box sx={{ display: { xs: 'none', lg: 'flex' }, gap: 1.25, fontSize: 13, color: 'text.secondary' }}>
      {[...Object.values(PAINT).slice(0, 3), { ...STANDING, name: 'from last year' }].map(({ name, light, dark }) => (
        <Box key={name} sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
          <Box
            sx={[
              { width: 18, height: 12, borderRadius: 0.5, background: light },
              (theme) => theme.applyStyles('dark', { background: dark }),
            ]}
          />
          {name}
        </Box>
      ))}
    </Box>
  )
}

function Clashes({ clashes, onStand }: { clashes: readonly BedClash[]; onStand: (id: string) => void }) {
  const { format } = useSeason()
  return (
    <Box
      role="alert"
      sx={{
        mt: 1.5,
        px: 1.5,
        py: 1,
        border: 1,
        borderColor: 'error.main',
        borderRadius: 1.5,
        bgcolor: 'background.paper',
      }}
    >
      <Box sx={{ fontWeight: 700, color: 'error.main' }}>
        {count(format, clashes.length, 'planting finds', 'plantings find')} no room
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: 132, overflow: 'auto' }} tabIndex={0}>
        {clashes.map((clash) => {
          const stand = clash.use.stand!
          const hold = holdFor(stand, [clash])
          return (
            <Box component="li" key={`${stand.id} ${clash.bed.key}`} sx={{ fontSize: 14, py: 0.25 }}>
              <TextButton onClick={() => onStand(stand.id)}>{clash.use.what}</TextButton>, {format.date(stand.from)}:{' '}
              {clashSentence(clash, format)}
              {hold && (
                <Box component="span" sx={{ color: hold.overgrown > 0 ? 'error.main' : 'text.secondary' }}>
                  {' '}
                  {holdSentence(hold, format)}
                </Box>
              )}
            </Box>
          )
        })}
      </Box>
    </Box>
  )
}

export function TextButton({ children, onClick }: { children: ReactNode; onClick: () => void }) {
  return (
    <Box
      component="button"
      type="button"
      onClick={onClick}
      sx={{
        all: 'unset',
        cursor: 'pointer',
        fontWeight: 650,
        textDecoration: 'underline dotted',
        '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main' },
      }}
    >
      {children}
    </Box>
  )
}

const LABEL = 40 // px for the name of a bed

/** Months along the top of a calendar. */
function Months() {
  const { plan, format } = useSeason()
  const left = dayShare(plan.from, plan.to)
  return (
    <Box aria-hidden sx={{ position: 'relative', height: 18, ml: `${LABEL}px`, fontSize: 12, color: 'text.secondary' }}>
      {monthStarts(plan.from, plan.to).map((start) => (
        <Box
          key={start}
          sx={{
            position: 'absolute',
            left: left(start),
            pl: 0.25,
            borderLeft: 1,
            borderColor: 'divider',
          }}
        >
          {format.month(start).slice(0, 3)}
        </Box>
      ))}
    </Box>
  )
}

interface BedRowProps {
  bed: Bed
  uses: readonly BedUse[]
  along: Along
  day: Day
  longest: number
  clashed: ReadonlySet<BedUse>
  chosen: boolean
  chosenStand: string | undefined
  onBed: (key: string) => void
  onStand: (id: string) => void
}

/** One bed: what stands along it on the day, or when along the season each stretch is taken. */
const BedRow = memo(function BedRow({
  bed,
  uses,
  along,
  day,
  longest,
  clashed,
  chosen,
  chosenStand,
  onBed,
  onStand,
}: BedRowProps) {
  const { plan, format } = useSeason()
  const label = useLabel()
  const leftOf = dayShare(plan.from, plan.to)
  const share = dayScale(plan.from, plan.to, 0, 1)
  const shown = along === 'day' ? uses.filter((use) => use.from <= day && day < use.until) : uses
  const next = along === 'day' && shown.length === 0 ? uses.find((use) => use.from > day) : undefined
  const height = along === 'day' ? 22 : 26
  return (
    <Box sx={{ display: 'flex', alignItems: 'stretch', mt: '3px', height }}>
      <Box
        component="button"
        type="button"
        onClick={() => onBed(bed.key)}
        aria-label={`Bed ${bed.name}`}
        aria-pressed={chosen}
        sx={{
          all: 'unset',
          boxSizing: 'border-box',
          cursor: 'pointer',
          width: LABEL,
          flex: 'none',
          fontSize: 13,
          fontWeight: chosen ? 800 : 600,
          lineHeight: `${height}px`,
          color: chosen ? 'primary.main' : 'text.primary',
          '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main' },
        }}
      >
        {bed.name}
      </Box>
      <Box
        sx={{
          position: 'relative',
          width: along === 'day' ? `calc((100% - ${LABEL}px) * ${bed.length / longest})` : undefined,
          flex: along === 'day' ? 'none' : 1,
          bgcolor: 'background.paper',
          border: 1,
          borderColor: chosen ? 'primary.main' : 'divider',
          borderRadius: 0.75,
          overflow: 'hidden',
        }}
      >
        {shown.map((use, i) => {
          const paint = paintOf(use)
          const wrong = clashed.has(use)
          const { left, width, top, tall } =
            along === 'day'
              ? {
                  left: use.at / bed.length,
                  width: Math.min(use.length, bed.length - use.at) / bed.length,
                  top: use.between ? 0.5 : 0,
                  tall: use.between ? 0.5 : 1,
                }
              : {
                  left: share(Math.max(use.from, plan.from)),
                  width: share(Math.min(use.until, plan.to)) - share(Math.max(use.from, plan.from)),
                  top: use.at / bed.length,
                  tall: Math.min(use.length, bed.length - use.at) / bed.length,
                }
          if (width <= 0) return null
          const said = `${use.what}: ${format.date(Math.max(use.from, plan.from))} to ${format.date(use.until - 1)}${use.stand ? `, ${stretch(use, format)}, ${count(format, use.plants, 'plant')}` : ''}${wrong ? '; no room for it' : ''}`
          const mine = use.stand !== undefined && use.stand.id === chosenStand
          return (
            <Box
              key={i}
              component={use.stand ? 'button' : 'div'}
              {...(use.stand
                ? { type: 'button' as const, onClick: () => onStand(use.stand!.id), 'aria-label': said }
                : {})}
              title={said}
              sx={[
                {
                  all: 'unset',
                  boxSizing: 'border-box',
                  position: 'absolute',
                  left: `${left * 100}%`,
                  width: `${width * 100}%`,
                  top: `${top * 100}%`,
                  height: `${tall * 100}%`,
                  background: paint.light,
                  cursor: use.stand ? 'pointer' : 'default',
                  borderRight: '1px solid',
                  borderColor: 'background.paper',
                  overflow: 'hidden',
                  whiteSpace: 'nowrap',
                  fontSize: 12.5,
                  lineHeight: `${height * tall - 2}px`,
                  pl: 0.5,
                  color: 'text.primary',
                },
                along === 'season' ? { borderBottom: '1px solid', borderBottomColor: 'background.paper' } : {},
                wrong ? { boxShadow: 'inset 0 0 0 2px var(--mui-palette-error-main)', opacity: 0.85 } : {},
                mine ? { boxShadow: 'inset 0 0 0 2px var(--mui-palette-text-primary)', fontWeight: 700 } : {},
                (theme) => theme.applyStyles('dark', { background: paint.dark }),
                { '&:focus-visible': { outline: '3px solid', outlineColor: 'primary.main', outlineOffset: -3 } },
              ]}
            >
              {height * tall >= 14 && width > 0.05 ? label(use, along === 'day' || width > 0.2) : ''}
            </Box>
          )
        })}
        {next && (
          <Box
            sx={{
              position: 'absolute',
              inset: 0,
              pl: 0.75,
              fontSize: 12.5,
              lineHeight: `${height - 2}px`,
              color: 'text.secondary',
              whiteSpace: 'nowrap',
              overflow: 'hidden',
            }}
          >
            free until {format.shortDate(next.from)}
          </Box>
        )}
        {along === 'season' && day >= plan.from && day < plan.to && (
          <Box
            aria-hidden
            sx={{
              position: 'absolute',
              top: 0,
              bottom: 0,
              left: leftOf(day),
              borderLeft: '2px solid',
              borderColor: 'text.primary',
              pointerEvents: 'none',
            }}
          />
        )}
      </Box>
    </Box>
  )
})
