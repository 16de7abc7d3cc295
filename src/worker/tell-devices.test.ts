/** Devices are told of frost, sealed, through a push service of the test. */
import { createECDH, randomBytes } from 'node:crypto'
import { createServer, type IncomingHttpHeaders, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import ece from 'http_ece'
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { freshDatabase } from '../data/fresh-database'
import { tellDevice, toldDevices } from '../data/push-repository'
import type { SeasonId } from '../data/schema'
import { createFarm } from '../data/season-repository'
import { keepSamples } from '../data/sample-repository'
import { addThermometer } from '../data/thermometer-repository'
import type { PushMessage } from '../season/push'
import { readSmall } from '../season/small-season'
import { startTelling } from './tell-devices'

let connection: Awaited<ReturnType<typeof freshDatabase>>
let service: Server
let at: string
let id: SeasonId
/** What the push service says next, and what it got. */
let answers: number[]
let got: { path: string; headers: IncomingHttpHeaders; body: Buffer }[]

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
  service = createServer((request, response) => {
    const parts: Buffer[] = []
    request.on('data', (part: Buffer) => parts.push(part))
    request.on('end', () => {
      got.push({ path: request.url!, headers: request.headers, body: Buffer.concat(parts) })
      response.writeHead(answers.shift() ?? 201).end()
    })
  })
  await new Promise<void>((ready) => service.listen(0, '127.0.0.1', ready))
  at = `http://127.0.0.1:${(service.address() as AddressInfo).port}/`
})
afterAll(async () => {
  service.closeAllConnections()
  service.close()
  await connection.close()
})
const season = { ...readSmall(), farm: { ...readSmall().farm, timeZone: 'Europe/Paris', units: 'metric' as const } }
const place = season.places[0]!
beforeEach(async () => {
  await connection.db.deleteFrom('farm').execute()
  id = await createFarm(connection.db, season)
  answers = []
  got = []
})

/** A browser, with the keys it would make. */
function browser(name: string, locale = 'en-GB', units: 'metric' | 'us' = 'metric') {
  const keys = createECDH('prime256v1')
  keys.generateKeys()
  const secret = randomBytes(16)
  return {
    device: {
      endpoint: at + name,
      p256dh: keys.getPublicKey('base64url'),
      auth: secret.toString('base64url'),
      locale,
      units,
    },
    open: (body: Buffer) =>
      JSON.parse(
        ece
          .decrypt(body, { version: 'aes128gcm', privateKey: keys, authSecret: secret.toString('base64url') })
          .toString(),
      ) as PushMessage,
  }
}

const nobody = { person: null, phone: null }
const tell = (device: Parameters<typeof tellDevice>[2]) => tellDevice(connection.db, id.farm_id, device, nobody)
const now = Date.parse('2027-03-02T03:40:00Z')
/** A thermometer says something; it is a time to come, so that it is not silent. */
async function frost(celsius = -0.5, at = now) {
  const added = await addThermometer(connection.db, id.farm_id, { name: 'Door', place: place.key, unit: 'C', below: 2 })
  if (added === 'name-taken') throw new Error('its name is taken')
  const sender = { farm: id.farm_id, id: added.id, zone: 'Europe/Paris' }
  await keepSamples(connection.ofFarm(id.farm_id), sender, [{ at, celsius }], Date.now())
  return added.id
}

/** Tells until something holds. */
async function until(holds: () => boolean | Promise<boolean>) {
  const stop = startTelling(connection, at, 40)
  try {
    await expect.poll(holds, { timeout: 10_000, interval: 20 }).toBe(true)
    // And no more than that.
    await new Promise((done) => setTimeout(done, 150))
  } finally {
    await stop()
  }
}

describe('devices', () => {
  it('are told of frost once, each in its own words', async () => {
    const [english, spanish] = [browser('en', 'en-US', 'us'), browser('es', 'es-MX')]
    await tell(english.device)
    await tell(spanish.device)
    const thermometer = await frost()
    await until(() => got.filter(({ path }) => path === '/en').length > 0 && got.length >= 2)
    const said = new Map(got.map(({ path, body }) => [path, body]))
    const messages = got.map(({ path, body }) => (path === '/en' ? english : spanish).open(body))
    expect(said.size).toBe(2)
    expect(
      messages
        .filter(({ tag }) => tag === `alarm ${thermometer}`)
        .map(({ title, body, at: to }) => [title, body, to])
        .sort(),
    ).toEqual([
      // prettier-ignore
      [`${place.name}: 31 °F`, 'Colder than 36 °F since 4:40 AM, at worst 31 °F. Measured by Door.', expect.stringMatching(/^\/.+\/.+\/readings$/)], // prettier-ignore
      [`${place.name}: −0.5 °C`, 'Por debajo de 2 °C desde 4:40 a.m., lo peor −0.5 °C. Medido por Door.', expect.any(String)], // prettier-ignore
    ])
    expect(got).toHaveLength(2)
    const { headers } = got[0]!
    expect(headers['content-encoding']).toBe('aes128gcm')
    expect(headers.authorization).toMatch(/^vapid t=.+, k=.+/)
    expect(headers.urgency).toBe('high')
  })

  it('are told of a thermometer that says nothing any more', async () => {
    const one = browser('en')
    await tell(one.device)
    const id = await frost(9, Date.now() - 4 * 3_600_000)
    await until(() => got.length > 0)
    expect(got.map(({ body }) => one.open(body))).toEqual([
      {
        title: `${place.name}: the thermometer says nothing`,
        body: expect.stringMatching(/^Door has sent nothing since \d{1,2}:\d\d\.$/),
        tag: `silent ${id}`,
        at: expect.any(String),
      },
    ])
  })

  it('are told again while their service is away, and no more once it knows them no longer', async () => {
    const gone = browser('gone')
    await tell(gone.device)
    await frost()
    answers = [503, 503, 410, 410]
    await until(async () => (await toldDevices(connection.db, id.farm_id)).length === 0)
    expect(got.length).toBeLessThanOrEqual(4)
  })

  it('are never sought in the house', async () => {
    await tell({ ...browser('x').device, endpoint: 'https://192.168.1.1/admin' })
    await frost()
    await until(async () => (await toldDevices(connection.db, id.farm_id)).length === 0)
    expect(got).toEqual([])
  })
})
