/** Test helper: the small season with beds, spacing and days to harvest. */
import { readSmall, type SmallSeason } from './small-season'
import type { Season } from './schema'

/** Two blocks, three beds of 10 m by 75 cm, garlic in the first until 1 July; lettuce at 30 cm in three rows. */
export function readField(bend: (season: SmallSeason) => void = () => undefined): Season {
  return readSmall((s) => {
    s.blocks = [
      { key: 'near', name: 'Near' },
      { key: 'far', name: 'Far' },
    ]
    s.beds = [
      {
        key: 'n1',
        name: 'N1',
        block: 'near',
        length: 1000,
        width: 75,
        standing: [{ what: 'garlic', until: '2027-07-01' }],
      },
      { key: 'n2', name: 'N2', block: 'near', length: 1000, width: 75 },
      { key: 'f1', name: 'F1', block: 'far', length: 1000, width: 75 },
    ]
    s.crops[0]!.field = {
      rowSpacing: 25,
      plantSpacing: 30,
      maturity: { days: 45, from: 'planting' },
      harvestDays: 14,
      yield: { amount: 1, unit: 'heads', per: 'plant' },
    }
    s.crops[1]!.field = {
      rowSpacing: 75,
      plantSpacing: 50,
      maturity: { days: 60, from: 'planting', at: 20 },
      harvestDays: 60,
      nightAbove: 10,
      soilAbove: 14,
    }
    bend(s)
  })
}
