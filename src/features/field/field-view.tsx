/** Field: what can go out, what stands where, what is hardening, and the month on paper. */
'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useSearchParams } from 'next/navigation'
import { useDeferredValue } from 'react'
import { useTranslations } from 'next-intl'
import { freeKeyIn } from '../../season/keys'
import { ListFromFile } from '../../ui/sheet-file/list-from-file'
import { SidePanel } from '../../ui/side-panel'
import { usePrinting } from '../../ui/use-printing'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { BedEditor, NewBeds } from './bed-editor'
import { BlockEditor } from './block-editor'
import { BedsPlan } from './beds-plan'
import { ChainPanel } from './chain-panel'
import { GatesList } from './gates-list'
import { HardeningGrid } from './hardening-grid'
import { MonthSheet } from './month-sheet'
import { StandPanel } from './stand-panel'
import { WeatherPanel } from './weather-panel'
import { useRouter } from '../../ui/navigation'

const TABS = ['gates', 'beds', 'hardening', 'month'] as const
type Tab = (typeof TABS)[number]

export function FieldView() {
  const t = useTranslations('field')
  const { plan, season, format } = useSeason()
  const params = useSearchParams()
  const router = useRouter()
  const day = useDeferredValue(useWorkingDay())
  const narrow = useMediaQuery('(max-width:899px)')
  const printing = usePrinting()
  const asked = params.get('tab')
  const bedKey = params.get('bed')
  const tab: Tab =
    TABS.find((key) => key === asked) ??
    (bedKey !== null || params.get('block') !== null || params.get('new') === 'beds' ? 'beds' : 'gates')
  const go = (part: Record<string, string>) =>
    router.push(`/field?${new URLSearchParams({ tab, ...part }).toString()}`, { scroll: false })
  const close = () => go({})
  const stand = plan.inField.find(({ id }) => id === params.get('stand'))
  const bed = season.beds.find(({ key }) => key === bedKey)
  const block = season.blocks.find(({ key }) => key === params.get('block'))
  const make = params.get('new')
  const panel = stand ? (
    <StandPanel key={stand.id} stand={stand} day={day} onClose={close} onBed={(key) => go({ tab: 'beds', bed: key })} />
  ) : bed ? (
    <BedEditor key={bed.key} stored={bed} onClose={close} onStand={(id) => go({ stand: id })} />
  ) : block ? (
    <BlockEditor key={block.key} stored={block} onClose={close} />
  ) : make === 'beds' ? (
    <NewBeds onClose={close} onDone={() => go({ tab: 'beds' })} />
  ) : make === 'block' ? (
    <BlockEditor
      key="new block"
      isNew
      stored={{
        key: freeKeyIn(season.blocks, 'block'),
        name: t('blockOfBlocks', { blocks: String(season.blocks.length + 1) }),
        path: 45,
      }}
      onClose={close}
      onDone={() => go({ tab: 'beds', new: 'beds' })}
    />
  ) : make === 'chain' ? (
    <ChainPanel onClose={close} />
  ) : params.get('weather') !== null ? (
    <WeatherPanel onClose={close} />
  ) : null
  return (
    <Box sx={{ display: 'flex', height: '100%', minHeight: 0, '@media print': { display: 'block', height: 'auto' } }}>
      {!(narrow && panel) && (
        <Box
          sx={{
            flex: 1,
            minWidth: 0,
            overflow: 'auto',
            px: { xs: 1.5, md: 2.5 },
            py: 2,
            '@media print': { overflow: 'visible', p: 0 },
          }}
        >
          <Box
            // The month's sheet has its own head.
            className={tab === 'month' ? 'no-print' : undefined}
            sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1.5 }}
          >
            <Box sx={{ flex: 1, minWidth: 200 }}>
              <Typography variant="h1">
                {printing ? t('fieldOnPaper', { part: t(`tab.${tab}`) }) : t('field')}
              </Typography>
              <Typography component="p" sx={{ color: 'text.secondary' }}>
                {t('on', { day: format.longDate(day) })}
              </Typography>
            </Box>
            <ToggleButtonGroup
              className="no-print"
              exclusive
              size="small"
              value={tab}
              onChange={(_, next: Tab | null) => next && router.push(`/field?tab=${next}`, { scroll: false })}
              aria-label={t('whatIsShown')}
              sx={{ maxWidth: '100%', overflowX: 'auto' }}
            >
              {TABS.map((key) => (
                <ToggleButton key={key} value={key}>
                  {t(`tab.${key}`)}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          </Box>
          {tab === 'gates' && (
            <>
              <GatesList
                day={day}
                chosen={stand?.id}
                onChoose={(id) => go({ stand: id })}
                onWeather={() => go({ weather: '1' })}
              />
              <Button
                size="small"
                variant="outlined"
                color="inherit"
                sx={{ mt: 2 }}
                onClick={() => go({ new: 'chain' })}
              >
                {t('letHarvestFollowHarvest')}
              </Button>
            </>
          )}
          {tab === 'beds' && (
            <>
              <Box className="no-print" sx={{ display: 'flex', flexWrap: 'wrap', justifyContent: 'flex-end', gap: 1 }}>
                <ListFromFile of="beds" />
              </Box>
              <BedsPlan
                day={day}
                chosenBed={bed?.key}
                chosenStand={stand?.id}
                onBed={(key) => go({ bed: key })}
                onStand={(id) => go({ stand: id })}
                onBlock={(key) => go({ block: key })}
                onNew={(what) => go({ new: what })}
              />
            </>
          )}
          {tab === 'hardening' && <HardeningGrid day={day} onChoose={(id) => go({ stand: id })} />}
          {tab === 'month' && <MonthSheet day={day} />}
        </Box>
      )}
      {panel && <SidePanel shows={params.toString()}>{panel}</SidePanel>}
    </Box>
  )
}
