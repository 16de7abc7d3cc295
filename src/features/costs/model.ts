/** The price list: which kinds are sold in what, and a kind with another price. */
import type { SaleLine } from '../../core/plan/sales'
import type { Container, Crop, Season } from '../../season/schema'
import { present } from '../../season/values'

/** A kind in a container it is sold in. */
export interface PriceRow {
  crop: Crop
  container: Container | undefined
}

/** Every kind in every container it is sold in, each once, by name. */
export function priceRows(
  lines: readonly SaleLine[],
  { crops, containers }: Pick<Season, 'crops' | 'containers'>,
): PriceRow[] {
  const rows = new Map<string, PriceRow>()
  for (const { batch, container } of lines) {
    // The kind as the farm has it, without what a variety says otherwise.
    const crop = crops.find(({ key }) => key === batch.way.crop.key)
    if (crop)
      rows.set(`${crop.key} ${container ?? ''}`, { crop, container: containers.find(({ key }) => key === container) })
  }
  return [...rows.values()].sort(
    (a, b) =>
      a.crop.name.localeCompare(b.crop.name) || (a.container?.name ?? '').localeCompare(b.container?.name ?? ''),
  )
}

/** A kind with another price in a container, or with none there any more. */
export function withPrice(crop: Crop, container: string | undefined, price: number | undefined): Crop {
  const { plant, harvest, inContainer = [] } = crop.prices ?? {}
  const others = inContainer.filter((one) => one.container !== container)
  const prices =
    container === undefined
      ? { plant: price, harvest, inContainer }
      : { plant, harvest, inContainer: price === undefined ? others : [...others, { container, price }] }
  const empty = prices.plant === undefined && prices.harvest === undefined && prices.inContainer.length === 0
  return present({ ...crop, prices: empty ? undefined : present(prices) }) as Crop
}
