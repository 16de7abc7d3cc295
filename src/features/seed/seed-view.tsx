/** Seed: every lot, what of it comes up now and why, how far it reaches, and its tests. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { z } from 'zod'
import { useTranslations } from 'next-intl'
import { ownCrop } from '../../core/batch/own-crop'
import { wordsFor } from '../../library/library'
import { lotNow, standsOn } from '../../core/seed/ageing'
import { ArrowList, ArrowRow } from '../../ui/arrow-list'
import { ChoiceField, WordField } from '../../ui/fields'
import { ListFromFile } from '../../ui/sheet-file/list-from-file'
import { SidePanel } from '../../ui/side-panel'
import { TickButton } from '../../ui/many/tick-button'
import { useTicks } from '../../ui/many/use-ticks'
import { useInAddress } from '../../ui/use-in-address'
import { useMay } from '../../ui/may'
import { NothingYet } from '../../ui/nothing-yet'
import { useSeason } from '../../ui/season-context'
import { count, shareWords } from '../../words/format'
import { LotEditor } from './lot-editor'
import { ManyLots } from './many-lots'
import { NewLot } from './new-lot'
import { shortWords } from './model'
import { Link } from '../../ui/navigation'

const Wanted = z.object({ text: z.string().max(200), only: z.enum(['', 'short', 'warned']) })
const ALL: z.output<typeof Wanted> = { text: '', only: '' }

export function SeedView() {
  const t = useTranslations('seed')
  const may = useMay('plan')
  const { season, plan, format, today } = useSeason()
  const params = useSearchParams()
  const narrow = useMediaQuery('(max-width:899px)')
  const [{ text, only }, setWanted] = useInAddress('seed', Wanted, ALL)
  const here = params.get('lot')
  const lot = season.lots.find(({ key }) => key === here)
  const isNew = params.get('new') !== null
  const rows = useMemo(() => {
    const varieties = new Map(season.varieties.map((variety) => [variety.key, variety]))
    const crops = new Map(season.crops.map((crop) => [crop.key, crop]))
    return plan.lots.map((use) => {
      const variety = varieties.get(use.lot.variety)!
      const crop = ownCrop(crops.get(variety.crop)!, variety)
      return { use, variety, crop, now: lotNow(use.lot, crop, standsOn(use.lot, season.season, today)) }
    })
  }, [season, plan, today])
  const shown = rows.filter(({ use, variety, crop, now }) => {
    const found = `${wordsFor(crop)} ${variety.name.toLowerCase()} ${use.lot.name.toLowerCase()}`
    if (
      !text
        .toLowerCase()
        .split(/\s+/)
        .every((word) => found.includes(word))
    )
      return false
    return only === '' || (only === 'short' ? use.short > 0 : now.warnings.length > 0)
  })
  const short = rows.filter(({ use }) => use.short > 0).length
  const open = lot !== undefined || isNew
  const [ticking, setTicking] = useState(false)
  const keys = shown.map(({ use }) => use.lot.key)
  const ticks = useTicks(keys)
  return (
    <Box className="paper-whole" sx={{ display: 'flex', height: '100%', minHeight: 0 }}>
      {!(narrow && open) && (
        <Box className="paper-whole" sx={{ flex: 1, minWidth: 0, overflow: 'auto', px: { xs: 1.5, md: 2.5 }, py: 2 }}>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
            <Typography variant="h1">{t('seed')}</Typography>
            <Typography component="p" sx={{ color: 'text.secondary', fontSize: 14 }}>
              {count(format, season.lots.length, 'lot')}
              {short > 0 && (
                <Box component="span" sx={{ color: 'error.main', fontWeight: 650 }}>
                  {' '}
                  {t('runShort', { short: String(short), short2: short })}
                </Box>
              )}
            </Typography>
            <Box sx={{ flex: 1 }} />
            <Button variant="outlined" color="inherit" component={Link} href="/buying">
              {t('buyingList')}
            </Button>
            <ListFromFile of="lots" />
            {season.lots.length > 0 && (
              <TickButton
                name={t('tickLots')}
                on={ticking}
                onToggle={() => {
                  setTicking(!ticking)
                  ticks.clear()
                }}
              />
            )}
            {may && (
              <Button
                variant="contained"
                startIcon={<AddIcon />}
                component={Link}
                href="/seed?new=1"
                disabled={season.varieties.length === 0}
              >
                {t('addALot')}
              </Button>
            )}
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, my: 1.5 }}>
            <WordField
              label={t('findALot')}
              type="search"
              value={text}
              onChange={(next) => setWanted({ text: next, only })}
              width={190}
            />
            <ChoiceField
              label={t('show')}
              value={only}
              none={t('allLots')}
              options={[
                ['short', t('shortOfSeed')],
                ['warned', t('withAWarning')],
              ]}
              onChange={(next) => setWanted({ text, only: next })}
              width={180}
            />
          </Box>
          {ticking && <ManyLots ticks={ticks} shown={keys} onStop={() => setTicking(false)} />}
          {season.lots.length === 0 ? (
            <NothingYet title={t('noSeedLotsYet')} text={t('noSeedLotsYetWithout')} />
          ) : (
            <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={t('seedLotsTable')}>
              <ArrowList>
                <Box
                  component="table"
                  sx={{
                    borderCollapse: 'collapse',
                    width: '100%',
                    minWidth: { sm: open ? 480 : 640 },
                    fontSize: 15,
                    ...PHONE_ROWS,
                    '& th': {
                      textAlign: 'left',
                      fontWeight: 500,
                      fontSize: 13,
                      color: 'text.secondary',
                      borderBottom: 2,
                      borderColor: 'text.primary',
                      whiteSpace: 'nowrap',
                    },
                    '& td': { borderBottom: 1, borderColor: 'divider', verticalAlign: 'top' },
                    '& td, & th': { py: 0.75, pr: 2 },
                    '& .n': { textAlign: 'right' },
                  }}
                >
                  <thead>
                    <tr>
                      <th scope="col">{t('varietyAndLot')}</th>
                      <th scope="col" className="n">
                        {t('germinationNow')}
                      </th>
                      <th scope="col" className="n">
                        {t('needed')}
                      </th>
                      <th scope="col" className="n">
                        {t('thereIs')}
                      </th>
                      <th scope="col">{t('watch')}</th>
                    </tr>
                  </thead>
                  <tbody>
                    {shown.map(({ use, variety, now }) => (
                      <Box
                        component="tr"
                        key={use.lot.key}
                        sx={{ bgcolor: use.lot.key === here ? 'background.paper' : 'transparent' }}
                      >
                        <td>
                          {ticking && (
                            <Checkbox
                              size="small"
                              checked={ticks.has(use.lot.key)}
                              onClick={(event) => ticks.toggle(use.lot.key, event.shiftKey)}
                              slotProps={{ input: { 'aria-label': t('tickLot', { name: use.lot.name }) } }}
                              sx={{ float: 'left', ml: -1, mr: 0.5 }}
                            />
                          )}
                          <ArrowRow here={use.lot.key === here}>
                            <Box
                              component={Link}
                              href={`/seed?lot=${use.lot.key}`}
                              prefetch={false}
                              sx={{ color: 'inherit', fontWeight: 600, textDecorationColor: 'rgba(128,128,128,.6)' }}
                            >
                              {variety.name}
                            </Box>
                          </ArrowRow>
                          <Box sx={{ fontSize: 13.5, color: 'text.secondary' }}>
                            {use.lot.name === variety.name ? '' : use.lot.name}
                            {use.lot.form === 'raw' ? '' : `, ${use.lot.form}`}
                          </Box>
                        </td>
                        <td className="n" data-label="come up">
                          {shareWords(now.germination)}
                        </td>
                        <td className="n" data-label="needed">
                          {format.number(use.needed)}
                        </td>
                        <td className="n" data-label="there">
                          {use.left === undefined ? '–' : format.number(use.left)}
                        </td>
                        <Box component="td" sx={{ fontSize: 14 }}>
                          {use.short > 0 && (
                            <Box sx={{ color: 'error.main', fontWeight: 650 }}>{shortWords(use, format)}</Box>
                          )}
                          {now.warnings.map((warning) => (
                            <Box key={warning} sx={{ color: 'warning.main' }}>
                              {t(`warning.${warning}`)}
                            </Box>
                          ))}
                        </Box>
                      </Box>
                    ))}
                  </tbody>
                </Box>
              </ArrowList>
              {shown.length === 0 && <Box sx={{ py: 3, color: 'text.secondary' }}>{t('nothingMatches')}</Box>}
            </Box>
          )}
        </Box>
      )}
      {open && (
        <SidePanel shows={params.toString()}>
          {lot ? (
            <LotEditor key={lot.key} stored={lot} use={plan.lots.find((use) => use.lot.key === lot.key)!} />
          ) : (
            <NewLot start={params.get('variety') ?? ''} />
          )}
        </SidePanel>
      )}
    </Box>
  )
}

/** On a phone each lot is a small block, its figures named. */
const PHONE_ROWS = {
  '@media (max-width: 599px)': {
    '& thead': { position: 'absolute', left: -9999 },
    '& tr': {
      display: 'grid',
      gridTemplateColumns: 'auto auto 1fr',
      columnGap: 1.5,
      py: 1,
      borderBottom: 1,
      borderColor: 'divider',
    },
    '& tbody td': { border: 0, py: 0.1, pr: 0 },
    '& td:first-of-type, & td:last-of-type': { gridColumn: '1 / -1' },
    '& tbody .n': { textAlign: 'left' },
    '& .n::after': { content: '" " attr(data-label)', color: 'text.secondary', fontSize: 13 },
  },
} as const
