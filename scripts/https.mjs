/** HTTPS in the house: Caddy stands before the application, with an authority of its own or, for a domain, a public certificate. */
import { chownSync, mkdirSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { join } from 'node:path'
import { asAccount, say, servingAccount } from './machine.mjs'

/** Where the plain page lies that tells how a phone comes to trust the authority. */
export const TRUST = '/trust'
const AUTHORITY = '/dove-step.crt'
const YEAR = 365 * 24 * 60 * 60 // s

/** Names by which this machine is reached in the house: the first is shown to others. */
export function houseNames() {
  const own = hostname().toLowerCase()
  const addresses = Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => address)
  return [...new Set([...addresses, own, `${own}.local`, 'localhost', '127.0.0.1'])]
}

/**
 * What Caddy is told.
 *
 * @param domain a name of the public kind; none: an authority of this house signs for its names
 * @param home a folder of its own
 * @param to the port of the application on loopback
 */
export function caddyfile({ names, domain, home, to, https, http }) {
  const sites = (domain ? [domain] : names).map((name) => `https://${name}:${https}`).join(', ')
  const global = [
    'admin off',
    'skip_install_trust',
    `storage file_system ${JSON.stringify(join(home, 'store'))}`,
    `http_port ${http}`,
    `https_port ${https}`,
    'auto_https disable_redirects',
    ...(domain ? [] : ['local_certs']),
    'log {\n\t\tlevel ERROR\n\t}',
  ]
  const trust = domain
    ? []
    : [
        `handle ${AUTHORITY} {`,
        `\troot * ${JSON.stringify(join(home, 'store', 'pki', 'authorities', 'local'))}`,
        '\trewrite * /root.crt',
        '\theader Content-Type application/x-x509-ca-cert',
        '\tfile_server',
        '}',
        `handle ${TRUST} {`,
        `\troot * ${JSON.stringify(home)}`,
        '\trewrite * /trust.html',
        '\tfile_server',
        '}',
      ]
  return [
    '{',
    ...global.map((line) => `\t${line}`),
    '}',
    '',
    `${sites} {`,
    ...(domain ? [] : ['\ttls internal']),
    `\theader Strict-Transport-Security max-age=${YEAR}`,
    `\treverse_proxy 127.0.0.1:${to}`,
    '}',
    '',
    `http://:${http} {`,
    ...trust.map((line) => `\t${line}`),
    '\thandle {',
    `\t\tredir https://{host}${https === 443 ? '' : `:${https}`}{uri}`,
    '\t}',
    '}',
    '',
  ].join('\n')
}

/** How a phone comes to trust the authority, as a page that needs nothing else. */
export const trustPage = (address) => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>Dove Step: make this device trust the farm</title>
<style>body{font:18px/1.5 sans-serif;max-width:34em;margin:2em auto;padding:0 1em;background:#f6f1e8;color:#27313a}
a.go{display:inline-block;padding:.7em 1.1em;background:#2f5d45;color:#fff;border-radius:6px;text-decoration:none}</style>
<h1>Make this device trust the farm</h1>
<p>Dove Step runs on a computer of the farm, which signs for itself. Each device has to be told once that it may.</p>
<p><a class="go" href="${AUTHORITY}">Download the certificate</a></p>
<p><b>Android</b>: Settings, Security, More, Install a certificate, CA certificate; choose the file.</p>
<p><b>iPhone and iPad</b>: Settings, Profile downloaded, Install. Then General, About, Certificate trust settings: switch it on.</p>
<p><b>Computers</b>: open the file and add it to the trusted authorities; Firefox has a list of its own under Settings, Certificates.</p>
<p>Then open <a href="${address}">${address}</a>.</p>
</html>
`

const CADDY = '/usr/bin/caddy'

/** Under an account that is lent the one right of root's that low ports need. */
const bindingLow = (who, args) => ({
  command: 'setpriv',
  args: [
    `--reuid=${who.uid}`,
    `--regid=${who.gid}`,
    '--clear-groups',
    '--inh-caps=-all,+net_bind_service',
    '--ambient-caps=-all,+net_bind_service',
    CADDY,
    ...args,
  ],
  options: {},
})

/**
 * What starts Caddy, after writing what it is told.
 *
 * @param home a folder of its own, given to the account it runs under
 * @returns how it is spawned, and the address to show others
 */
export function caddyWay({ home, domain, to, https, http }) {
  const names = houseNames()
  const address = `https://${domain ?? names[0]}${https === 443 ? '' : `:${https}`}`
  const who = servingAccount()
  const file = join(home, 'Caddyfile')
  mkdirSync(home, { recursive: true, mode: 0o700 })
  writeFileSync(file, caddyfile({ names, domain, home, to, https, http }))
  writeFileSync(join(home, 'trust.html'), trustPage(address))
  if (who) for (const path of [home, file, join(home, 'trust.html')]) chownSync(path, who.uid, who.gid)
  const args = ['run', '--config', file, '--adapter', 'caddyfile']
  const way = who && Math.min(https, http) < 1024 ? bindingLow(who, args) : asAccount(who, CADDY, args)
  return { ...way, names, address, env: { XDG_CONFIG_HOME: home, XDG_DATA_HOME: home, HOME: home } }
}

/** Says how others come in, with a code to scan. */
export async function sayHow({ address, http, domain }) {
  const { default: qr } = await import('qrcode')
  const { hostname: name } = new URL(address)
  const open = domain ? address : `http://${name}:${http}${TRUST}`
  say(await qr.toString(open, { type: 'terminal', small: true }))
  say(
    domain
      ? `Scan this, or open ${open} on a phone.`
      : `Scan this, or open ${open} on a phone: it says how the phone comes to trust this farm.\nAfter that Dove Step is at ${address}`,
  )
}
