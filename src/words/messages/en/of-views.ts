/** What is said on one view alone, by where it is read: each part comes with the code of its view. */
import { buying } from './buying'
import { calendars } from './calendars'
import { costs } from './costs'
import { drills } from './drills'
import { farmPage } from './farm-page'
import { firstFarm } from './first-farm'
import { knowHow } from './know-how'
import { learned } from './learned'
import { people } from './people'
import { practice } from './practice'
import { rehearse } from './rehearse'

export const ofViews = {
  farmPage,
  knowHow,
  people,
  firstFarm,
  learned,
  costs,
  buying,
  rehearse,
  calendars,
  drills,
  practice,
} as const
