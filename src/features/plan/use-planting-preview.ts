/** What a planting being written comes to, while it is written. */
import { useMemo } from 'react'
import { formatDay, parseDay } from '../../core/calendar/day'
import { isInPlace } from '../../core/sowing/policies'
import { plannedAgain } from '../../core/batch/planned-again'
import type { Crop, Planting, Season } from '../../season/schema'
import { useSeason } from '../../ui/season-context'
import { plantingForm, plantingOf, type PlantingForm } from './planting-form'
import { evenDates } from '../../core/field/anchor'
import { withFigure } from '../../season/figures'
import { cropOfPlanting } from '../../ui/moves'

/** Days the planting is raised before it goes out, for crops whose days to harvest are counted from sowing. */
export function useNurseryDays(
  values: PlantingForm,
  base: Planting | undefined,
  crop: Crop | undefined,
): number | undefined {
  const { season, planner } = useSeason()
  const { variety, method, on } = values
  const asked = crop?.field.maturity?.from === 'sowing'
  return useMemo(() => {
    const way = season.methods.find(({ key }) => key === method)
    if (!asked || !way || way.crop !== crop.key || !/^\d{4}-\d\d-\d\d$/.test(on)) return undefined
    if (isInPlace(way)) return 0
    const trial: Planting = {
      key: base?.key ?? 'nursery',
      code: 'X',
      variety,
      method,
      plants: 100,
      on: formatDay(Math.min(Math.max(parseDay(on), parseDay(season.season.from)), parseDay(season.season.to))),
      changes: [],
    }
    const [batch] = planner.preview(season, trial)
    return batch?.sow === undefined ? undefined : batch.plantOn - batch.sow
  }, [asked, crop, season, planner, variety, method, on, base?.key])
}

/** The batches of what is typed, as soon as it makes sense. */
export function usePreview(values: PlantingForm, base: Planting | undefined, nursery: number | undefined) {
  const { planner, season, format, today } = useSeason()
  return useMemo(() => {
    const checked = plantingForm(format).safeParse({ ...values, code: values.code || 'X' })
    if (!checked.success) return undefined
    const typed = plantingOf(checked.data, base?.key ?? 'preview', base, format.units)
    const evenly = season.varieties.some(({ key }) => key === typed.variety)
      ? withEvenDates(typed, season, nursery)
      : typed
    const planting = plannedAgain(base, evenly, formatDay(today))
    const variety = season.varieties.find(({ key }) => key === planting.variety)
    const method = season.methods.find(({ key }) => key === planting.method)
    const far = Math.abs(Date.parse(planting.on) - Date.parse(season.season.from)) / 86_400_000
    if (!variety || !method || method.crop !== variety.crop || far > 1200) return undefined
    return { batches: planner.preview(season, planting), inPlace: planner.previewInPlace(season, planting) }
  }, [values, base, planner, season, format, nursery, today])
}

/** A series that harvests evenly, with the planting days that comes to. */
export function withEvenDates(planting: Planting, season: Season, nursery: number | undefined): Planting {
  const { series } = planting
  if (!series?.even) return planting
  const days = evenDates(planting, parseDay(planting.on), cropOfPlanting(season)(planting), nursery, season)
  if (!days || days.length === 0) return { ...planting, series: withFigure(series, 'even', undefined) }
  return { ...planting, series: { ...series, dates: days.map(formatDay) } }
}
