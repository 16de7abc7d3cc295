/** The beds, block by block: along their length on the working day, or along the season. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useMemo, useState, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { monthStarts, type Day } from '../../core/calendar/day'
import { roomOn, type BedClash, type BedUse, holdFor } from '../../core/field/beds'
import { breaksTogether, rotationBreaks, type RotationBreaks } from '../../core/field/rotation'
import { dayShare } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { clashSentence, holdSentence, metres } from '../../words/field'
import { count, list } from '../../words/format'
import { BedMap } from './bed-map'
import { BedMoving, useBedMoving } from './bed-moving'
import { COVER, PAINT, STANDING } from './bed-paint'
import type { Along } from './bed-piece'
import { LABEL, BedRow } from './bed-row'

export interface BedsPlanProps {
  day: Day
  chosenBed: string | undefined
  chosenStand: string | undefined
  onBed: (key: string) => void
  onStand: (id: string) => void
  onBlock: (key: string) => void
  onNew: (what: 'beds' | 'block') => void
}

/** How the beds are looked at: from above, in rows on the day, in rows through the season. */
type Look = Along | 'map'
const LOOKS: readonly Look[] = ['day', 'season', 'map']

export function BedsPlan(props: BedsPlanProps) {
  return (
    <BedMoving day={props.day}>
      <Beds {...props} />
    </BedMoving>
  )
}

function Beds({ day, chosenBed, chosenStand, onBed, onStand, onBlock, onNew }: BedsPlanProps) {
  const t = useTranslations('field')
  const { plan, season, format } = useSeason()
  const [look, setLook] = useState<Look>('day')
  const { trial } = useBedMoving()
  // What is said above the beds stays as it is while one is on its way, so that nothing slips from under the hand.
  const { clashes } = plan.beds
  const shown = (trial?.plan ?? plan).beds
  const { uses } = shown
  const taken = season.beds.filter((bed) => roomOn(bed, plan.beds.uses.get(bed.key)!, day).taken > 0).length
  const without = plan.inField.filter(({ goes, from }) => goes.length === 0 && from >= day).length
  const breaks = useMemo(() => breaksTogether(rotationBreaks(season, plan.beds)), [season, plan])
  const clashed = useMemo(() => new Set(shown.clashes.map(({ use }) => use)), [shown])
  if (season.blocks.length === 0) {
    return (
      <Box sx={{ mt: 3, maxWidth: 560 }}>
        <Typography component="p" sx={{ mb: 1.5 }}>
          {t('noBedsYetWithThem')}
        </Typography>
        <Button variant="contained" startIcon={<AddIcon />} onClick={() => onNew('block')}>
          {t('addABlockOfBeds')}
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
          value={look}
          onChange={(_, next: Look | null) => next && setLook(next)}
          aria-label={t('along')}
        >
          {LOOKS.map((one) => (
            <ToggleButton key={one} value={one}>
              {t(`look.${one}`)}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Box sx={{ flex: 1, minWidth: 180, fontSize: 14, color: 'text.secondary' }}>
          {t('ofTaken', {
            taken: String(taken),
            beds: count(format, season.beds.length, 'bed'),
            extra: without > 0 ? t('toComeWithoutABed', { plantings: count(format, without, 'planting') }) : '',
          })}
        </Box>
        <Button size="small" startIcon={<AddIcon />} onClick={() => onNew('beds')}>
          {t('addBeds')}
        </Button>
        <Button size="small" startIcon={<AddIcon />} onClick={() => onNew('block')}>
          {t('addBlock')}
        </Button>
      </Box>
      <Legend />
      {clashes.length > 0 && <Clashes clashes={clashes} onStand={onStand} />}
      {breaks.length > 0 && <Rotation breaks={breaks} onStand={onStand} />}
      {look === 'map' ? (
        <BedMap day={day} uses={uses} chosenBed={chosenBed} chosenStand={chosenStand} onBed={onBed} onStand={onStand} />
      ) : (
        <Blocks
          along={look}
          uses={uses}
          clashed={clashed}
          {...{ day, chosenBed, chosenStand, onBed, onStand, onBlock }}
        />
      )}
    </Box>
  )
}

interface BlocksProps extends Omit<BedsPlanProps, 'onNew'> {
  along: Along
  uses: ReadonlyMap<string, readonly BedUse[]>
  clashed: ReadonlySet<BedUse>
}

/** Beds in rows, block by block. */
function Blocks({ along, uses, clashed, day, chosenBed, chosenStand, onBed, onStand, onBlock }: BlocksProps) {
  const t = useTranslations('field')
  const { season, format } = useSeason()
  return (
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
                  ? t('noBedsYet')
                  : t('long', { beds: count(format, beds.length, 'bed'), metres: metres(format, longest) })}
              </Box>
              <Button size="small" color="inherit" className="no-print" onClick={() => onBlock(block.key)}>
                {t('change')}
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
  )
}

function Legend() {
  const t = useTranslations('field')
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5, fontSize: 13, color: 'text.secondary', mt: 1 }}>
      {[
        ...(['vegetable', 'herb', 'cut-flower'] as const).map((group) => ({
          ...PAINT[group]!,
          name: t(`stand.${group}`),
        })),
        { ...STANDING, name: t('fromLastYear') },
        { ...COVER, name: t('coverCrops') },
      ].map(({ name, light, dark }) => (
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
  const t = useTranslations('field')
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
        {t('noRoom', { plantingFindss: count(format, clashes.length, 'plantingFinds') })}
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

/** What follows its own family too soon; opened when it is asked for. */
function Rotation({ breaks, onStand }: { breaks: readonly RotationBreaks[]; onStand: (id: string) => void }) {
  const t = useTranslations('field')
  const { season, format } = useSeason()
  const [open, setOpen] = useState(false)
  const sentence = ({ beds, family, before }: Pick<RotationBreaks, 'beds' | 'family' | 'before'>): string => {
    const said = { family, beds: list(format, beds.map(({ name }) => name)), what: before.what ?? '' } // prettier-ignore
    return before.until === undefined
      ? t('grewInYear', { ...said, year: String(before.year), named: before.what === undefined ? 'no' : 'yes' })
      : t('grewUntil', { ...said, until: format.date(before.until) })
  }
  return (
    <Box
      sx={{
        mt: 1.5,
        px: 1.5,
        py: 1,
        border: 1,
        borderColor: 'warning.main',
        borderRadius: 1.5,
        bgcolor: 'background.paper',
      }}
    >
      {' '}
      {/* prettier-ignore */}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
        <Box sx={{ fontWeight: 700, flex: 1, minWidth: 200 }}>
          {t('followTheirFamily', { n: new Set(breaks.map(({ use }) => use.stand!.id)).size, years: season.habits.rotationYears ?? 0 })}
        </Box>
        <Button size="small" color="inherit" aria-expanded={open} className="no-print" onClick={() => setOpen(!open)}>
          {open ? t('hideThem') : t('showThem')}
        </Button>
      </Box>
      {open && (
        <Box
          component="ul"
          aria-label={t('rotation')}
          sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: 200, overflow: 'auto' }}
          tabIndex={0}
        >
          {breaks.map(({ beds, use, family, before }, i) => (
            <Box component="li" key={i} sx={{ fontSize: 14, py: 0.25 }}>
              <TextButton onClick={() => onStand(use.stand!.id)}>{use.what}</TextButton>, {format.date(use.from)}:{' '}
              {sentence({ beds, family, before })}
            </Box>
          ))}
        </Box>
      )}
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

// px for the name of a bed

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
