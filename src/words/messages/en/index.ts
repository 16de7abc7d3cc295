/** What is said in English on more than one view, and on those a crew opens; what only a view says comes with that view. */
import { app } from './app'
import { batch } from './batch'
import { benches } from './benches'
import { count } from './count'
import { field } from './field'
import { find } from './find'
import { format } from './format'
import { help } from './help'
import { journal } from './journal'
import { install } from './install'
import { labels } from './labels'
import { many } from './many'
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
  count,
  field,
  find,
  format,
  help,
  journal,
  install,
  labels,
  many,
  mats,
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
