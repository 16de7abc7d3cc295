import { describe, expect, it } from 'vitest'
import { deviceKind, isHereOnly, megabytes } from './model'

describe('the kind of a device', () => {
  it('is what its browser says, and tablets that say they are computers are told by touch', () => {
    expect(deviceKind('Mozilla/5.0 (Linux; Android 14; Phone) AppleWebKit/537.36', 5)).toBe('android')
    expect(deviceKind('Mozilla/5.0 (iPhone; CPU iPhone OS 17_0 like Mac OS X)', 5)).toBe('iphone')
    expect(deviceKind('Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7)', 5)).toBe('iphone')
    expect(deviceKind('Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7)', 0)).toBe('computer')
    expect(deviceKind('Mozilla/5.0 (X11; Linux x86_64; rv:120.0)', 10)).toBe('computer')
  })
})

it('an address of the machine itself leads nobody else here', () => {
  for (const here of ['http://127.0.0.1:3000', 'http://localhost', 'https://localhost:8443', 'http://[::1]:3000'])
    expect(isHereOnly(here), here).toBe(true)
  for (const house of ['http://192.168.1.20:3000', 'https://farm.local:8443', 'https://localhost.example.org'])
    expect(isHereOnly(house), house).toBe(false)
})

it('what is kept is said in whole megabytes, never in none', () => {
  expect([megabytes(0), megabytes(1_400_000), megabytes(14_600_000)]).toEqual(['1 MB', '1 MB', '15 MB'])
})
