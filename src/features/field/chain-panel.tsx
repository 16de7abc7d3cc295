/** Harvest after harvest: varieties of different season groups planted so that each takes over from the one before. */
'use client'
import AddIcon from '@mui/icons-material/Add'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { useTranslations } from 'next-intl'
import { formatDay, parseDay, type Day } from '../../core/calendar/day'
import { chainHarvests } from '../../core/field/even'
import { isInPlace } from '../../core/sowing/policies'
import { seasonAir } from '../../core/field/anchor'
import type { Planting } from '../../season/schema'
import { EditorFrame } from '../../ui/editor'
import { DayField } from '../../ui/day-field'
import { ChoiceField, NumberField } from '../../ui/fields'
import { freeKeyIn, keyOf } from '../../season/keys'
import { cropOfPlanting } from '../../ui/moves'
import { useSeason } from '../../ui/season-context'
import { useChange } from '../../ui/use-change'
import { PanelTitle } from '../../ui/panel-title'

interface Link {
  variety: string
  method: string
}

export function ChainPanel({ onClose }: { onClose: () => void }) {
  const t = useTranslations('field')
  const { season, planner, format } = useSeason()
  const saving = useChange()
  const [crop, setCrop] = useState('')
  const [links, setLinks] = useState<Link[]>([])
  const [first, setFirst] = useState(
    season.season.from.replace(/-\d\d-\d\d$/, season.site.latitude < 0 ? '-12-20' : '-06-20'),
  )
  const [plants, setPlants] = useState<number | undefined>(200)
  const cropOf = useMemo(() => cropOfPlanting(season), [season])
  const crops = season.crops.filter(
    ({ key, field }) =>
      field.maturity &&
      season.varieties.some((variety) => variety.crop === key) &&
      season.methods.some((method) => method.crop === key),
  )
  const varieties = season.varieties.filter((variety) => variety.crop === crop)
  const methods = season.methods.filter((method) => method.crop === crop)
  const start = /^\d{4}-\d\d-\d\d$/.test(first) ? parseDay(first) : undefined

  const found = useMemo(() => {
    if (start === undefined || links.length === 0) return []
    const trial = ({ variety, method }: Link, on: Day): Planting => ({
      key: 'chain',
      code: 'X',
      variety,
      method,
      plants: plants ?? 100,
      on: formatDay(on),
      changes: [],
    })
    const nursery = (i: number) => {
      const link = links[i]!
      const way = season.methods.find(({ key }) => key === link.method)
      if (!way || cropOf(link).field.maturity?.from !== 'sowing') return undefined
      if (isInPlace(way)) return 0
      const [batch] = planner.preview(season, trial(link, start))
      return batch?.sow === undefined ? undefined : batch.plantOn - batch.sow
    }
    return chainHarvests(links.map(cropOf), start, nursery, seasonAir(season)).map((one, i) => ({
      one,
      sow: one && planner.preview(season, trial(links[i]!, one.plantOn))[0]?.sow,
    }))
  }, [links, start, plants, season, planner, cropOf])

  const sound =
    found.length > 0 && found.every(({ one }) => one) && plants !== undefined && plants >= 1 && Number.isInteger(plants)
  const add = async () => {
    const codes = new Set(season.plantings.map(({ code }) => code))
    const plantings: Planting[] = []
    links.forEach((link, i) => {
      const name = season.varieties.find(({ key }) => key === link.variety)!.name
      const stem =
        name
          .replace(/[^A-Za-z]/g, '')
          .slice(0, 2)
          .toUpperCase() || 'P'
      let n = 1
      while (codes.has(`${stem}${n}`)) n++
      codes.add(`${stem}${n}`)
      plantings.push({
        key: freeKeyIn([...season.plantings, ...plantings], keyOf(`p-${stem}${n}`)),
        code: `${stem}${n}`,
        ...link,
        plants: plants!,
        on: formatDay(found[i]!.one!.plantOn),
        changes: [],
      })
    })
    if (
      await saving.change(
        plantings.map((planting) => ({ of: 'plantings' as const, key: planting.key, from: null, to: planting })),
        t('plantingsAddedHarvestAfterHarvest', { plantings: String(plantings.length) }),
      )
    )
      onClose()
  }
  const set = (i: number, part: Partial<Link>) =>
    setLinks(links.map((link, j) => (j === i ? { ...link, ...part } : link)))
  const chooseCrop = (key: string) => {
    setCrop(key)
    const [method] = season.methods.filter((one) => one.crop === key)
    setLinks(
      method
        ? season.varieties
            .filter((variety) => variety.crop === key)
            .slice(0, 3)
            .map((variety) => ({ variety: variety.key, method: method.key }))
        : [],
    )
  }
  return (
    <EditorFrame
      onPaper
      title={<PanelTitle title={t('harvestAfterHarvest')} onClose={onClose} />}
      changed={sound}
      busy={saving.busy}
      failure={saving.failure}
      problems={saving.problems}
      onSave={() => void add()}
      onDrop={onClose}
    >
      <Typography component="p" sx={{ fontSize: 14, color: 'text.secondary', mb: 1.5 }}>
        {t('varietiesInTheOrderThey')}
      </Typography>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <ChoiceField
          label={t('crop')}
          value={crop}
          options={crops.map(({ key, name }) => [key, name] as const)}
          onChange={chooseCrop}
        />
        <Box sx={{ display: 'grid', gridTemplateColumns: '1.3fr 1fr', gap: 1.5 }}>
          <DayField label={t('firstHarvestOn')} value={first} onChange={setFirst} />
          <NumberField label={t('plantsOfEach')} value={plants} onChange={setPlants} />
        </Box>
        {links.map((link, i) => {
          const at = found[i]
          return (
            <Box key={i} sx={{ borderTop: 1, borderColor: 'divider', pt: 1.25, display: 'grid', gap: 1 }}>
              <ChoiceField
                label={`${i + 1}. Variety`}
                value={link.variety}
                options={varieties.map(
                  ({ key, name, seasonGroup }) => [key, seasonGroup ? `${name} (${seasonGroup})` : name] as const,
                )}
                onChange={(variety) => variety && set(i, { variety })}
              />
              <ChoiceField
                label={t('growingMethod')}
                value={link.method}
                options={methods.map(({ key, name }) => [key, name] as const)}
                onChange={(method) => method && set(i, { method })}
              />
              <Box sx={{ display: 'flex', alignItems: 'center', fontSize: 14 }}>
                <Box sx={{ flex: 1 }}>
                  {at?.one
                    ? t('cutTo', {
                        extra: at.sow === undefined ? '' : t('sowPlant', { sow: format.date(at.sow) }),
                        extra2: at.sow === undefined ? t('plant') : '',
                        plantOn: format.date(at.one.plantOn),
                        harvest: format.date(at.one.harvest),
                        until: format.date(at.one.until - 1),
                      })
                    : t('noPlantingDayRipensIt')}
                </Box>
                <Button size="small" color="inherit" onClick={() => setLinks(links.filter((_, j) => j !== i))}>
                  {t('delete')}
                </Button>
              </Box>
            </Box>
          )
        })}
        {crop !== '' && (
          <Button
            size="small"
            startIcon={<AddIcon />}
            sx={{ justifySelf: 'start' }}
            onClick={() =>
              setLinks([
                ...links,
                { variety: varieties[Math.min(links.length, varieties.length - 1)]!.key, method: methods[0]!.key },
              ])
            }
          >
            {t('oneMoreAfterIt')}
          </Button>
        )}
      </Box>
    </EditorFrame>
  )
}
