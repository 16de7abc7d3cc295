import { describe, expect, it } from 'vitest'
import { caddyfile, houseNames, trustPage } from './https.mjs'

const told = { names: ['192.168.1.20', 'farm.local'], home: '/srv/a farm/caddy', to: 3000, https: 8443, http: 8080 }

describe('what stands before the application', () => {
  it('signs for the names of the house by an authority of its own, and is controlled by nobody', () => {
    const file = caddyfile(told)
    expect(file).toContain('https://192.168.1.20:8443, https://farm.local:8443 {')
    expect(file).toContain('tls internal')
    expect(file).toContain('admin off')
    expect(file).toContain('reverse_proxy 127.0.0.1:3000')
    expect(file).toContain('"/srv/a farm/caddy/store"') // a folder may have a space in it
  })
  it('leads from plain HTTP to HTTPS, but for the authority and how it is trusted', () => {
    const [, plain] = caddyfile(told).split('http://:8080 {')
    expect(plain!.match(/handle \S+ \{/g)).toEqual(['handle /dove-step.crt {', 'handle /trust {'])
    expect(plain).toContain('redir https://{host}:8443{uri}')
    expect(plain).not.toContain('reverse_proxy')
  })
  it('with a domain asks for a public certificate and offers no authority', () => {
    const file = caddyfile({ ...told, domain: 'plan.example.org', https: 443, http: 80 })
    expect(file).toContain('https://plan.example.org:443 {')
    expect(file).not.toMatch(/tls internal|local_certs|dove-step\.crt/)
    expect(file).toContain('redir https://{host}{uri}')
  })
  it('is reached by this machine’s own names', () => {
    expect(houseNames()).toEqual(expect.arrayContaining(['localhost', '127.0.0.1']))
  })
  it('tells a phone where to go once it trusts the farm', () => {
    expect(trustPage('https://192.168.1.20:8443')).toContain('href="https://192.168.1.20:8443"')
  })
})
