/** Every message in English, by where it is read. */
import { count } from './count'
import { format } from './format'

export const en = { count, format } as const
