/** Every message in English, by where it is read. */
import { app } from './app'
import { batch } from './batch'
import { count } from './count'
import { format } from './format'
import { labels } from './labels'
import { readings } from './readings'
import { records } from './records'
import { shell } from './shell'
import { today } from './today'
import { ui } from './ui'
import { words } from './words'

export const en = { app, batch, count, format, labels, readings, records, shell, today, ui, words } as const
