/** Know-how: the crops and what is known of them, the ways of raising them, and what to do when something is wrong. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { visuallyHidden } from '@mui/utils'
import { useSearchParams } from 'next/navigation'
import { useDeferredValue, useMemo } from 'react'
import { z } from 'zod'
import { useTranslations } from 'next-intl'
import { library, libraryKind, namedFor } from '../../library/library'
import { ArrowList, ArrowRow } from '../../ui/arrow-list'
import { ChoiceField, WordField } from '../../ui/fields'
import { useInAddress } from '../../ui/use-in-address'
import { ListFromFile } from '../../ui/sheet-file/list-from-file'
import { useSeason } from '../../ui/season-context'
import { CropEditor, LibraryPage, VarietyEditor } from './crop-editors'
import { MethodEditor } from './method-editor'
import { MethodsPage } from './methods-page'
import { PacketPage } from './packet-page'
import { TroublePage } from './trouble-page'
import { entryOf, type Entry } from './model'
import { Link } from '../../ui/navigation'
import './words'

const TABS = ['crops', 'methods', 'trouble'] as const

const GROUPS = ['vegetable', 'herb', 'cut-flower', 'bedding', 'perennial'] as const

export function KnowHowView() {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  const params = useSearchParams()
  const narrow = useMediaQuery('(max-width:899px)')
  const varietyKey = params.get('variety')
  const variety = season.varieties.find(({ key }) => key === varietyKey)
  const method = season.methods.find(({ key }) => key === params.get('method'))
  const cropKey = params.get('crop') ?? variety?.crop ?? null
  const crop = season.crops.find(({ key }) => key === cropKey)
  const kind = libraryKind(params.get('kind') ?? (crop ? undefined : (cropKey ?? undefined)))
  const tab = TABS.find((name) => name === params.get('tab')) ?? (method ? 'methods' : 'crops')
  const packet = params.get('new') === 'packet'
  const page = packet ? (
    <PacketPage key="packet" />
  ) : variety ? (
    <VarietyEditor key={variety.key} stored={variety} />
  ) : crop ? (
    <CropEditor key={crop.key} stored={crop} />
  ) : kind ? (
    <LibraryPage key={kind.crop.key} crop={namedFor(kind.crop, season.farm.region ?? 'uk')} />
  ) : null
  const open = page !== null || method !== undefined
  return (
    <Box className="paper-whole" sx={{ height: '100%', display: 'flex', flexDirection: 'column', minHeight: 0 }}>
      <Tabs
        className="no-print"
        value={tab}
        aria-label={t('knowHow')}
        sx={{ px: { xs: 1, md: 2.5 }, borderBottom: 1, borderColor: 'divider', flex: 'none', minHeight: 44 }}
      >
        <Tab label={t('crops')} value="crops" component={Link} href="/know-how" />
        <Tab
          label={narrow ? t('methods') : t('growingMethods')}
          value="methods"
          component={Link}
          href="/know-how?tab=methods"
        />
        <Tab
          label={narrow ? t('trouble') : t('somethingIsWrong')}
          value="trouble"
          component={Link}
          href="/know-how?tab=trouble"
        />
      </Tabs>
      {tab === 'crops' && (
        <Box className="paper-whole" sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
          {narrow && !open && (
            <Box component="h1" sx={visuallyHidden}>
              {t('knowHow')}
            </Box>
          )}
          {!(narrow && open) && <CropList here={variety?.crop ?? crop?.key ?? kind?.crop.key} />}
          {(!narrow || open) && (
            <Box
              key={params.toString()}
              className="paper-whole"
              sx={{ flex: 1, minWidth: 0, overflow: 'auto', px: { xs: 1.5, md: 3.5 }, pt: 2.5 }}
            >
              {narrow && (
                <Button component={Link} href="/know-how" size="small" color="inherit" sx={{ mb: 1 }}>
                  {t('allCrops')}
                </Button>
              )}
              <Box sx={{ maxWidth: 860, pb: crop || variety ? 0 : 4 }}>{page ?? <Welcome />}</Box>
            </Box>
          )}
        </Box>
      )}
      {tab === 'methods' && (
        <Box
          className="paper-whole"
          sx={{ flex: 1, minHeight: 0, overflow: 'auto', px: { xs: 1.5, md: 3.5 }, pt: 2.5 }}
        >
          <Box sx={{ maxWidth: 1080, pb: method ? 0 : 4 }}>
            {method ? <MethodEditor key={method.key} stored={method} /> : <MethodsPage />}
          </Box>
        </Box>
      )}
      {tab === 'trouble' && (
        <Box
          className="paper-whole"
          sx={{ flex: 1, minHeight: 0, overflow: 'auto', px: { xs: 1.5, md: 3.5 }, py: 2.5 }}
        >
          <TroublePage />
        </Box>
      )}
    </Box>
  )
}

function Welcome() {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  return (
    <Box sx={{ pt: 4, maxWidth: 560 }}>
      <Typography variant="h1">{t('whatIsKnownOfEach')}</Typography>
      <Typography component="p" sx={{ mt: 1.5, color: 'text.secondary' }}>
        {t('kindsShipWithDoveStep', { library: String(library().length), crops: String(season.crops.length) })}
      </Typography>
      <Typography component="p" sx={{ mt: 1, color: 'text.secondary' }}>
        {t('chooseACropOrEnter')}
      </Typography>
      <Button component={Link} href="/know-how?new=packet" variant="outlined" startIcon={<AddIcon />} sx={{ mt: 2 }}>
        {t('fromAPacket')}
      </Button>
      <Typography component="p" sx={{ mt: 3, color: 'text.secondary' }}>
        {t('varietiesInASheet')}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
        <ListFromFile of="varieties" />
      </Box>
    </Box>
  )
}

const Wanted = z.object({ text: z.string().max(200), group: z.string() })
const ALL: z.output<typeof Wanted> = { text: '', group: '' }

/** All crops of the season, then the rest of the library; found as one types. */
function CropList({ here }: { here: string | undefined }) {
  const t = useTranslations('knowHow')
  const { season } = useSeason()
  const [{ text, group }, setWanted] = useInAddress('know-how', Wanted, ALL)
  const entries = useMemo(() => {
    const varieties = new Map<string, string>()
    for (const { crop, name } of season.varieties) varieties.set(crop, `${varieties.get(crop) ?? ''} ${name}`)
    const own = season.crops.map((crop) =>
      entryOf(crop, `/know-how?crop=${crop.key}`, true, varieties.get(crop.key) ?? ''),
    )
    const taken = new Set(season.crops.flatMap(({ key, kind: of }) => [key, of ?? key]))
    const region = season.farm.region ?? 'uk'
    const rest = library()
      .filter(({ crop }) => !taken.has(crop.key))
      .map(({ crop }) => entryOf(namedFor(crop, region), `/know-how?kind=${crop.key}`, false, ''))
    return { own: own.sort(byName), rest: rest.sort(byName) }
  }, [season])
  const wanted = useDeferredValue(text)
  const match = (entry: Entry) =>
    (group === '' || entry.group === group) &&
    wanted
      .toLowerCase()
      .split(/\s+/)
      .every((word) => entry.text.includes(word))
  const own = entries.own.filter(match)
  const rest = entries.rest.filter(match)
  return (
    <Box
      component="nav"
      className="no-print"
      aria-label={t('crops')}
      sx={{
        width: { xs: '100%', md: 290 },
        flex: 'none',
        display: 'flex',
        flexDirection: 'column',
        minHeight: 0,
        borderRight: { md: 1 },
        borderColor: { md: 'divider' },
      }}
    >
      <Box sx={{ p: 1.5, display: 'grid', gap: 1.25 }}>
        <WordField
          label={t('findACrop')}
          type="search"
          value={text}
          onChange={(next) => setWanted({ text: next, group })}
        />
        <ChoiceField
          label={t('group')}
          value={group}
          none={t('allGroups')}
          options={GROUPS.map((one) => [one, t(`groups.${one}`)] as const)}
          onChange={(next) => setWanted({ text, group: next })}
        />
        <Button component={Link} href="/know-how?new=packet" size="small" variant="outlined" startIcon={<AddIcon />}>
          {t('fromAPacket')}
        </Button>
      </Box>
      <ArrowList>
        <Box sx={{ flex: 1, overflow: 'auto', pb: 2 }}>
          <Group title={t('inThisSeason')} entries={own} here={here} />
          <Group title={t('inTheLibrary')} entries={rest} here={here} />
          {own.length + rest.length === 0 && (
            <Box sx={{ px: 2, color: 'text.secondary' }}>{t('nothingOfThatNameEnter')}</Box>
          )}
        </Box>
      </ArrowList>
    </Box>
  )
}

const byName = (a: Entry, b: Entry) => a.name.localeCompare(b.name)

function Group({ title, entries, here }: { title: string; entries: readonly Entry[]; here: string | undefined }) {
  const t = useTranslations('knowHow')
  if (entries.length === 0) return null
  return (
    <>
      <Box
        sx={{
          position: 'sticky',
          top: 0,
          zIndex: 1,
          bgcolor: 'background.default',
          px: 2,
          py: 0.75,
          fontSize: 13,
          fontWeight: 650,
          color: 'text.secondary',
        }}
      >
        {title}, {entries.length}
      </Box>
      {entries.map((entry) => (
        <ArrowRow key={entry.href} here={entry.key === here}>
          <Box
            component={Link}
            href={entry.href}
            prefetch={false}
            aria-current={entry.key === here ? 'page' : undefined}
            sx={{
              display: 'flex',
              justifyContent: 'space-between',
              px: 2,
              py: { xs: 1.25, md: 0.7 },
              textDecoration: 'none',
              color: entry.inSeason ? 'text.primary' : 'text.secondary',
              bgcolor: entry.key === here ? 'background.paper' : 'transparent',
              fontWeight: entry.key === here ? 700 : 450,
              '&:hover': { bgcolor: 'action.hover' },
              '&:focus-visible': { outlineOffset: -3 },
            }}
          >
            {entry.name}
            {entry.changed && (
              <Box component="span" sx={{ fontSize: 13, color: 'text.secondary', fontWeight: 450 }}>
                {t('yours2')}
              </Box>
            )}
          </Box>
        </ArrowRow>
      ))}
    </>
  )
}
