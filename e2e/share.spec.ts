/** npm run share: HTTPS by an authority of the house, from the first link to a page that is kept on the device. */
import { spawn } from 'node:child_process'
import { createHash, X509Certificate } from 'node:crypto'
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { get } from 'node:https'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { connect } from 'node:tls'
import { chromium, expect, test } from '@playwright/test'
import { ensureChromium, freePort, ROOT } from '../scripts/machine.mjs'

/** Asks as a device that trusts one authority, or none beside the public ones. */
const ask = (url: string, ca?: string) =>
  new Promise<{ status: number; headers: Record<string, unknown> }>((done, failed) => {
    get(url, { ca, agent: false }, (answer) => {
      answer.resume()
      done({ status: answer.statusCode!, headers: answer.headers })
    }).on('error', failed)
  })

/** By what a browser may be told to trust a certificate: the key of the authority between. */
const keyOf = (url: URL, ca: string) =>
  new Promise<string>((done, failed) => {
    const socket = connect({ host: url.hostname, port: Number(url.port), ca }, () => {
      const { issuerCertificate } = socket.getPeerCertificate(true)
      socket.end()
      const key = new X509Certificate(issuerCertificate.raw).publicKey.export({ type: 'spki', format: 'der' })
      done(createHash('sha256').update(key).digest('base64'))
    })
    socket.on('error', failed)
  })

test('the house signs for itself: nobody is let in without it, and with it sign-in and pages without signal work', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'dove-step-share-'))
  chmodSync(folder, 0o755)
  const [port, https, http] = [await freePort(), await freePort(), await freePort()]
  const child = spawn(process.execPath, [join(ROOT, 'scripts/start.mjs'), '--share'], {
    cwd: ROOT,
    env: {
      ...process.env,
      DOVE_STEP_DATA: folder,
      DATABASE_URL: '',
      NODE_ENV: 'production',
      PORT: String(port),
      HTTPS_PORT: String(https),
      HTTP_PORT: String(http),
    },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += String(text)))
  const ended = new Promise<void>((done) => child.once('exit', () => done()))
  try {
    await expect.poll(() => said, { timeout: 180_000 }).toMatch(/After that Dove Step is at https:/)
    const link = /https:\/\/\S+\/join\/\S+/.exec(said)![0]
    const at = `https://127.0.0.1:${https}`

    // Plain HTTP gives the authority and how it is trusted, and leads on otherwise.
    const plain = `http://127.0.0.1:${http}`
    await expect.poll(async () => (await fetch(`${plain}/dove-step.crt`)).status, { timeout: 30_000 }).toBe(200)
    const ca = await (await fetch(`${plain}/dove-step.crt`)).text()
    expect(ca).toContain('BEGIN CERTIFICATE')
    expect(await (await fetch(`${plain}/trust`)).text()).toContain('Download the certificate')
    const led = await fetch(`${plain}/today`, { redirect: 'manual' })
    expect([led.status, led.headers.get('location')]).toEqual([302, `${at}/today`])

    await expect(ask(`${at}/api/health`)).rejects.toThrow(/self.signed|unable to/)
    const answer = await ask(`${at}/sign-in`, ca)
    expect(answer.status).toBe(200)
    expect(answer.headers['strict-transport-security']).toContain('max-age=')
    const away = await ask(`${at}/today`, ca)
    expect(away.status).toBe(307)
    expect(String(away.headers.location)).toMatch(/^(https:\/\/127\.0\.0\.1:\d+)?\/sign-in/)

    const browser = await chromium.launch({
      executablePath: ensureChromium(),
      args: ['--no-sandbox', '--disable-gpu', `--ignore-certificate-errors-spki-list=${await keyOf(new URL(at), ca)}`],
    })
    try {
      const page = await browser.newPage({ locale: 'en-GB' })
      await page.goto(at + new URL(link).pathname)
      await page.locator('html[data-ready]').waitFor()
      await page.getByLabel('Your name').fill('Ines')
      await page.getByLabel('E-mail address').fill('ines@example.org')
      await page.getByLabel('Password').fill('three blue doors')
      await page.getByRole('button', { name: 'Join' }).click()
      await page.waitForURL(/\/today$/, { timeout: 60_000 })
      const cookie = (await page.context().cookies()).find(({ name }) => name.endsWith('session_token'))!
      expect([cookie.secure, cookie.httpOnly]).toEqual([true, true])
      expect(await page.evaluate(() => window.isSecureContext)).toBe(true)
    } finally {
      await browser.close()
    }
  } finally {
    child.kill('SIGTERM')
    await ended
    rmSync(folder, { recursive: true, force: true })
  }
  for (const gone of [port, https, http])
    await expect(fetch(`http://127.0.0.1:${gone}/`, { signal: AbortSignal.timeout(3000) })).rejects.toThrow()
})
