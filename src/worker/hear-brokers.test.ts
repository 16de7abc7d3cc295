/** Thermometers that speak through a broker are heard. */
import { createServer, type Server } from 'node:net'
import type { AddressInfo } from 'node:net'
import { Aedes } from 'aedes'
import { afterAll, afterEach, beforeAll, beforeEach, expect, inject, it } from 'vitest'
import { brokerOf, removeBroker, setBroker } from '../data/broker-repository'
import { freshDatabase } from '../data/fresh-database'
import type { SeasonId } from '../data/schema'
import { createFarm } from '../data/season-repository'
import { addThermometer, changeThermometer, thermometersOf } from '../data/thermometer-repository'
import { readSmall } from '../season/small-season'
import { startHearingBrokers } from './hear-brokers'

let connection: Awaited<ReturnType<typeof freshDatabase>>
let id: SeasonId
let broker: Aedes
let server: Server
let address: string
let stop: () => Promise<void>

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())

const place = readSmall().places[0]!.key
const facts = (name: string, topic?: string) => ({ name, place, unit: 'C' as const, topic })

beforeEach(async () => {
  await connection.db.deleteFrom('farm').execute()
  id = await createFarm(connection.db, readSmall())
  broker = await Aedes.createBroker()
  broker.authenticate = (_, username, password, done) =>
    done(null, username === 'dove' && password?.toString() === 'step')
  server = createServer(broker.handle)
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  address = `mqtt://127.0.0.1:${(server.address() as AddressInfo).port}`
  stop = startHearingBrokers(connection, 50)
})
afterEach(async () => {
  await stop()
  await new Promise<void>((done) => broker.close(() => done()))
  await new Promise<void>((done) => server.close(() => done()))
})

const farm = () => connection.ofFarm(id.farm_id)
const state = () => brokerOf(farm(), id.farm_id)
const last = async (name: string) =>
  (await thermometersOf(farm(), id.farm_id)).find((one) => one.name === name)?.last?.celsius
const publish = (topic: string, payload: string, retain = false) =>
  new Promise<void>((done, failed) =>
    broker.publish({ cmd: 'publish', topic, payload, retain, qos: 0, dup: false }, (error) =>
      error ? failed(error) : done(),
    ),
  )
const wait = { timeout: 15_000, interval: 30 }
/** Says it again and again: when a topic is subscribed is not told. */
const saidUntil = (topic: string, payload: string, holds: () => Promise<boolean>) =>
  expect
    .poll(async () => {
      await publish(topic, payload)
      return holds()
    }, wait)
    .toBe(true)

it('by their topics, also those that are added and changed later', async () => {
  await addThermometer(farm(), id.farm_id, facts('Door', 'tunnel/door'))
  await setBroker(farm(), id.farm_id, { address, username: 'dove', password: 'step' })
  await expect.poll(async () => (await state())?.heard, wait).toBe('connected')
  await saidUntil('tunnel/door', '4.6', async () => (await last('Door')) === 4.6)
  const added = await addThermometer(farm(), id.farm_id, facts('Mat', 'mat'))
  if (added === 'name-taken') throw new Error('its name is taken')
  await saidUntil('mat', '{"temperature":21.5}', async () => (await last('Mat')) === 21.5)
  await changeThermometer(farm(), id.farm_id, added.id, facts('Mat', 'bench/mat'))
  await saidUntil('bench/mat', '22', async () => (await last('Mat')) === 22)
  await publish('mat', '3')
  await publish('bench/mat', 'warm')
  await expect
    .poll(async () => (await thermometersOf(farm(), id.farm_id)).find(({ name }) => name === 'Mat')?.refused?.why, wait)
    .toBe('No temperature was found in it.')
  expect(await last('Mat')).toBe(22)
  // A broker that is taken away is heard no more.
  await removeBroker(farm(), id.farm_id)
  await expect.poll(() => broker.connectedClients, wait).toBe(0)
})

it('not by what a broker kept, unless it says of when it is', async () => {
  await publish('old', '-9', true)
  await publish('dated', JSON.stringify({ temperature: 3, at: new Date(Date.now() - 3_600_000).toISOString() }), true)
  for (const topic of ['old', 'dated']) await addThermometer(farm(), id.farm_id, facts(topic, topic))
  await setBroker(farm(), id.farm_id, { address, username: 'dove', password: 'step' })
  await expect.poll(() => last('dated'), wait).toBe(3)
  expect(await last('old')).toBeUndefined()
  await saidUntil('old', '5', async () => (await last('old')) === 5)
})

it('and what is wrong with a broker is said', async () => {
  await setBroker(farm(), id.farm_id, { address, username: 'dove', password: 'wrong' })
  await expect.poll(async () => (await state())?.heard, wait).toBe('failed')
  expect((await state())?.problem).toMatch(/not authorized/i)
  await setBroker(farm(), id.farm_id, { address: 'mqtt://127.0.0.1:9' })
  await expect.poll(async () => (await state())?.problem, wait).toMatch(/ECONNREFUSED/)
  await setBroker(farm(), id.farm_id, { address, username: 'dove', password: 'step' })
  await expect.poll(async () => (await state())?.heard, wait).toBe('connected')
})
