import { describe, expect, it } from 'vitest'
import { deviceKind } from './model'

describe('a device', () => {
  it.each([
    ['Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko)', 'computer'],
    ['Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) AppleWebKit/605.1.15 Mobile/15E148', 'phone'],
    ['Mozilla/5.0 (Linux; Android 14; K) AppleWebKit/537.36 (KHTML, like Gecko) Mobile', 'phone'],
    ['Mozilla/5.0 (Linux; Android 14; K) AppleWebKit/537.36 (KHTML, like Gecko)', 'tablet'],
    ['Mozilla/5.0 (iPad; CPU OS 12_2 like Mac OS X) AppleWebKit/605.1.15 Mobile/15E148', 'tablet'],
    ['Mozilla/5.0 (Windows NT 10.0; rv:140.0)', 'computer'],
    ['a program', 'unknown'],
    ['', 'unknown'],
  ] as const)('that says %s is a %s', (agent, kind) => {
    expect(deviceKind(agent)).toBe(kind)
  })
})
