/** What is said in Spanish: all that a crew reads. What is only the planner's is said in English. */
import { app } from './app'
import { batch } from './batch'
import { calendars } from './calendars'
import { count } from './count'
import { drills } from './drills'
import { find } from './find'
import { format } from './format'
import { help } from './help'
import { install } from './install'
import { labels } from './labels'
import { mats } from './mats'
import { people } from './people'
import { practice } from './practice'
import { readings } from './readings'
import { records } from './records'
import { scan } from './scan'
import { shell } from './shell'
import { sowing } from './sowing'
import { thermometers } from './thermometers'
import { titles } from './titles'
import { today } from './today'
import { ui } from './ui'
import { words } from './words'

export const es = {
  app,
  batch,
  calendars,
  count,
  drills,
  find,
  format,
  help,
  install,
  labels,
  mats,
  people,
  practice,
  readings,
  records,
  scan,
  shell,
  sowing,
  thermometers,
  titles,
  today,
  ui,
  words,
} as const
