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
import { roomOn, type BedClash, holdFor } from '../../core/field/beds'
import { dayShare } from '../../ui/chart/scale'
import { useSeason } from '../../ui/season-context'
import { clashSentence, holdSentence, metres } from '../../words/field'
import { count } from '../../words/format'
import { LABEL, BedRow, type Along, PAINT, STANDING } from './bed-row'

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
  const t = useTranslations('field')
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
          value={along}
          onChange={(_, next: Along | null) => next && setAlong(next)}
          aria-label={t('along')}
        >
          <ToggleButton value="day">{t('onTheDay')}</ToggleButton>
          <ToggleButton value="season">{t('throughTheSeason')}</ToggleButton>
        </ToggleButtonGroup>
        <Box sx={{ flex: 1, minWidth: 180, fontSize: 14, color: 'text.secondary' }}>
          {t('ofTaken', {
            taken: String(taken),
            beds: count(format, season.beds.length, 'bed'),
            extra: without > 0 ? t('toComeWithoutABed', { plantings: count(format, without, 'planting') }) : '',
          })}
        </Box>
        <Legend />
        <Button size="small" startIcon={<AddIcon />} onClick={() => onNew('beds')}>
          {t('addBeds')}
        </Button>
        <Button size="small" startIcon={<AddIcon />} onClick={() => onNew('block')}>
          {t('addBlock')}
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
    </Box>
  )
}

function Legend() {
  const t = useTranslations('field')
  return (
    <Box sx={{ display: { xs: 'none', lg: 'flex' }, gap: 1.25, fontSize: 13, color: 'text.secondary' }}>
      {[
        ...(['vegetable', 'herb', 'cut-flower'] as const).map((group) => ({
          ...PAINT[group]!,
          name: t(`stand.${group}`),
        })),
        { ...STANDING, name: t('fromLastYear') },
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
