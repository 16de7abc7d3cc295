/** A crop with the figures of one of its varieties in the place of its own. */
import type { Crop, Variety } from '../../season/schema'
import { present } from '../../season/values'

const merged = new WeakMap<Variety, { of: Crop; crop: Crop }>()

/** The crop a variety is reckoned by: the crop itself when the variety has no figures of its own. */
export function ownCrop(crop: Crop, variety: Variety): Crop {
  const { overrides } = variety
  const group = crop.seasonGroups.find(({ name }) => name === variety.seasonGroup)
  const ofGroup = group && (group.days !== undefined || group.hours !== undefined)
  if (!overrides && !ofGroup) return crop
  const known = merged.get(variety)
  if (known?.of === crop) return known.crop
  const { germination, growth, field, seed, care, ...rest } = overrides ?? {}
  const maturity = ofGroup &&
    crop.field.maturity && { ...crop.field.maturity, ...present({ days: group.days, hours: group.hours }) }
  const own: Crop = {
    ...crop,
    ...rest,
    germination: { ...crop.germination, ...(germination as Partial<Crop['germination']>) },
    growth: { ...crop.growth, ...(growth as Partial<Crop['growth']>) },
    field: { ...crop.field, ...(maturity ? { maturity } : {}), ...field },
    seed: { ...crop.seed, ...seed },
    care: { ...crop.care, ...care },
  }
  merged.set(variety, { of: crop, crop: own })
  return own
}
