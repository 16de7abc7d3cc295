import type { Part } from './part.mjs'

export interface Servers {
  url: string
  instances: string[]
  databaseUrl: string
  machines: { a: Part[]; b: Part[]; c: Part[] }
  nameOfPrimary(): Promise<string | undefined>
  isWhole(): Promise<boolean>
  until<T>(what: string, ask: () => Promise<T>, within?: number): Promise<T>
  stop(): Promise<void>
}
export function startServers(how: {
  folder: string
  web?: number | undefined
  prepare: (url: string, backups: string) => Promise<void>
  tell?: (part: string, text: string) => void
  isOver?: () => boolean
  env?: Record<string, string>
}): Promise<Servers>
