/** Service files: what they start is there, and nothing runs as root or with more rights than it needs. */
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { ROOT } from './machine.mjs'

const units = readdirSync(join(ROOT, 'deploy')).filter((file) => file.endsWith('.service'))

describe('service files', () => {
  it('are there for the web server and the worker', () => {
    expect(units.sort()).toEqual(['dove-step-web.service', 'dove-step-worker.service'])
  })
  it.each(units)('%s starts what is there, again when it dies, under an account of its own', (file) => {
    const text = readFileSync(join(ROOT, 'deploy', file), 'utf8')
    const said = (name: string) => [...text.matchAll(new RegExp(`^${name}=(.*)$`, 'gm'))].map(([, value]) => value)
    for (const command of [...said('ExecStart'), ...said('ExecStartPre')]) {
      const files = command!.split(' ').filter((word) => /^(scripts|node_modules)\//.test(word))
      expect(files.length, command).toBeGreaterThan(0)
      for (const path of files) expect(existsSync(join(ROOT, path)), path).toBe(true)
    }
    expect(said('User')).toEqual(['dove-step'])
    expect(said('Restart')).toEqual(['always'])
    expect(said('CapabilityBoundingSet')).toEqual([''])
    for (const name of ['NoNewPrivileges', 'ProtectHome', 'PrivateTmp', 'PrivateDevices'])
      expect(said(name), name).toEqual(['yes'])
    expect(said('ProtectSystem')).toEqual(['strict'])
  })
})
