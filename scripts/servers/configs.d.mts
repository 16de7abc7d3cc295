interface Listens {
  name: string
  port: number
}
export function etcdArguments(how: {
  name: string
  data: string
  members: readonly { name: string; client: number; peer: number }[]
}): string[]
export function patroniConfig(
  how: Listens & {
    rest: number
    etcd: readonly number[]
    folder: string
    bin: string
    passwords: { superuser: string; replication: string; rewind: string }
  },
): string
export function pgbouncerConfig(how: { port: number; to: number; folder: string }): string
export function haproxyConfig(how: {
  web: number
  primary: number
  apps: readonly Listens[]
  databases: readonly (Listens & { rest: number })[]
}): string
