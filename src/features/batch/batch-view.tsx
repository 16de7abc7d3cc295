/** One batch on a phone: how it is, what is next, and everything that can be said of it. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import dynamic from 'next/dynamic'
import { useSearchParams } from 'next/navigation'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { outlookOf } from '../../core/advice/work'
import type { Batch } from '../../core/batch/batch'
import { batchOfLabel } from '../../core/labels/content'
import { OutlookTag } from '../../ui/records/outlook-tag'
import { standingWords } from '../../ui/records/words'
import { useSeason } from '../../ui/season-context'
import { StairGlyph } from '../../ui/stair/stair'
import { PlantCheck } from './plant-check'
import { MoreHappened } from './more-happened'
import { Now } from './batch-now'
import { later } from '../../ui/later'
import { Link, useRouter } from '../../ui/navigation'

const BatchAside = dynamic(() => import('./batch-aside').then((module) => module.BatchAside))
const ReallyHere = later(() => import('../../ui/practice/really-here').then((module) => module.ReallyHere), {
  onlyWhenDrawn: true,
})
const StandCount = dynamic(() => import('./stand-count').then((module) => module.StandCount))

const TABS = ['now', 'count', 'check', 'more'] as const

type TabName = (typeof TABS)[number]

export function BatchView() {
  const t = useTranslations('batch')
  const { plan, season } = useSeason()
  const search = useSearchParams()
  const label = search.get('label')
  const id = useMemo(() => {
    const read = label === null ? undefined : batchOfLabel(label, plan.batches, season.records)
    return read?.ok ? read.id : (search.get('id') ?? '')
  }, [label, plan.batches, season.records, search])
  const batch = plan.byId.get(id)
  if (!batch) {
    return (
      <Box sx={{ p: 3 }}>
        <Typography variant="h1">{t('noSuchBatch')}</Typography>
        <Box sx={{ mt: 1 }}>
          {t('itsPlantingMayHaveBeen')} <Link href="/plan">{t('seeThePlan')}</Link>.
        </Box>
      </Box>
    )
  }
  return <OneBatch key={id} batch={batch} tab={TABS.find((name) => name === search.get('tab')) ?? 'now'} />
}

function OneBatch({ batch, tab }: { batch: Batch; tab: TabName }) {
  const t = useTranslations('batch')
  const { season, plan, format, today, data } = useSeason()
  const router = useRouter()
  const wide = useMediaQuery('(min-width:1200px)')
  const { progress } = batch
  const parts = progress?.all.parts.filter(({ ended }) => !ended) ?? []
  const to = (name: string) =>
    router.replace(`/batch?id=${encodeURIComponent(batch.id)}${name === 'now' ? '' : `&tab=${name}`}`, {
      scroll: false,
    })
  const stands =
    progress !== undefined && ['sown', 'up', 'hardening'].includes(progress.standing) && batch.stays.length > 0
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2, display: 'flex', gap: 5 }}>
      <Box sx={{ flex: '1 1 0', minWidth: 0, maxWidth: 860 }}>
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'flex-start' }}>
          <StairGlyph batch={batch} width={88} height={38} />
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Box sx={{ fontWeight: 700, color: 'text.secondary', fontSize: 18 }}>{batch.code}</Box>
            <Typography variant="h1" sx={{ fontSize: { xs: 25, md: 30 } }}>
              {batch.variety.name}
            </Typography>
            <Box sx={{ color: 'text.secondary' }}>
              {batch.way.method.name} · {standingWords(batch, today, season, format)}
            </Box>
            <OutlookTag outlook={outlookOf(batch)} always />
          </Box>
        </Box>
        {parts.length > 1 && (
          <Box
            sx={{ mt: 1, display: 'flex', flexWrap: 'wrap', gap: 1 }}
            role="group"
            aria-label={t('partsOfThisBatch')}
          >
            {parts.map((part) => (
              <Button
                key={part.id}
                component={Link}
                href={`/batch?id=${encodeURIComponent(part.id)}`}
                size="small"
                variant={part.id === batch.id ? 'contained' : 'outlined'}
                disableElevation
                color="inherit"
                sx={{ minHeight: 40 }}
              >
                {part.id === progress!.planned.id ? progress!.planned.code : (plan.byId.get(part.id)?.code ?? part.id)}
                {part.cells === undefined ? '' : `, ${format.number(part.cells)}`}
              </Button>
            ))}
          </Box>
        )}
        <Tabs
          className="no-print"
          value={tab}
          onChange={(_, next: string) => to(next)}
          variant="fullWidth"
          sx={{ mt: 1.5, mb: 2, borderBottom: 1, borderColor: 'divider' }}
          aria-label={t('aboutThisBatch')}
        >
          {TABS.map((name) => (
            <Tab key={name} value={name} label={t(`tabs.${name}`)} sx={{ minHeight: 48, fontSize: 16 }} />
          ))}
        </Tabs>
        {data.whatIf && tab !== 'now' && <Alert severity="info">{t('thisIsAWhatIf')}</Alert>}
        {tab !== 'more' && <Practised batch={batch} />}
        {tab === 'now' && <Now batch={batch} />}
        {!data.whatIf && tab === 'count' && (stands ? <StandCount batch={batch} /> : <NotHere batch={batch} />)}
        {!data.whatIf && tab === 'check' && (stands ? <PlantCheck batch={batch} /> : <NotHere batch={batch} />)}
        {!data.whatIf && tab === 'more' && <MoreHappened batch={batch} />}
      </Box>
      {wide && tab === 'now' && (
        <Box className="no-print" sx={{ width: 290, flex: 'none' }}>
          <BatchAside batch={batch} />
        </Box>
      )}
    </Box>
  )
}

/** In a practice season, what really stands there. */
function Practised({ batch }: { batch: Batch }) {
  const { practice } = useSeason().season.season
  return practice ? <ReallyHere batch={batch} seed={practice.seed} /> : null
}

/** Why there is nothing to count or to look at. */
function NotHere({ batch }: { batch: Batch }) {
  const t = useTranslations('batch')
  const { format } = useSeason()
  const standing = batch.progress?.standing
  const words =
    standing === 'planted' ? (
      <>
        {t('itIsPlantedHowIt')} <Link href={`/field?stand=${encodeURIComponent(batch.id)}`}>{t('field')}</Link>.
      </>
    ) : standing === 'gone' ? (
      t('itIsGoneNothingOf')
    ) : (
      <>
        {t('nothingIsWrittenDownAs', {
          extra: batch.sow === undefined ? '' : t('itIsDueOn', { sow: format.date(batch.sow) }),
        })}{' '}
        <Link href="/today">{t('today')}</Link>
        {t('andThenCount')}
      </>
    )
  return <Box sx={{ color: 'text.secondary' }}>{words}</Box>
}
