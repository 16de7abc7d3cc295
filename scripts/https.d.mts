export const TRUST: string
export function houseNames(): string[]
export function caddyfile(told: {
  names: readonly string[]
  domain?: string | undefined
  home: string
  to: number
  https: number
  http: number
}): string
export function trustPage(address: string): string
