/** Every message in English, by where it is read. */
import { app } from './app'
import { batch } from './batch'
import { benches } from './benches'
import { buying } from './buying'
import { costs } from './costs'
import { count } from './count'
import { farmPage } from './farm-page'
import { field } from './field'
import { find } from './find'
import { firstFarm } from './first-farm'
import { format } from './format'
import { help } from './help'
import { journal } from './journal'
import { knowHow } from './know-how'
import { install } from './install'
import { labels } from './labels'
import { learned } from './learned'
import { many } from './many'
import { people } from './people'
import { plan } from './plan'
import { readings } from './readings'
import { records } from './records'
import { scan } from './scan'
import { seed } from './seed'
import { lists } from './lists'
import { mats } from './mats'
import { nights } from './nights'
import { sheet } from './sheet'
import { shell } from './shell'
import { sowing } from './sowing'
import { startNow } from './start-now'
import { thermometers } from './thermometers'
import { titles } from './titles'
import { today } from './today'
import { ui } from './ui'
import { whatIf } from './what-if'
import { words } from './words'

export const en = {
  app,
  batch,
  benches,
  buying,
  costs,
  count,
  farmPage,
  field,
  find,
  firstFarm,
  format,
  help,
  journal,
  knowHow,
  install,
  labels,
  learned,
  many,
  mats,
  people,
  plan,
  readings,
  records,
  scan,
  seed,
  lists,
  nights,
  sheet,
  shell,
  sowing,
  startNow,
  thermometers,
  titles,
  today,
  ui,
  whatIf,
  words,
} as const
