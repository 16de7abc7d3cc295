/** Thermometers on a real database: what is sent comes to the same however it comes, and its days are those of its hours. */
import fc from 'fast-check'
import { sql } from 'kysely'
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest'
import { clockDay, instantOf } from '../core/calendar/clock'
import { parseDay } from '../core/calendar/day'
import { daysOfHours, hoursOf, type Sample } from '../core/climate/hours'
import { daysOf } from '../core/climate/readings'
import { readSmall } from '../season/small-season'
import { brokerOf, brokersToHear, noteHeard, removeBroker, setBroker } from './broker-repository'
import { archiveSeason } from './farm-repository'
import { freshDatabase } from './fresh-database'
import { startSharing } from './people-repository'
import { addPhone, removePhone } from './phone-repository'
import { isTold, pushKeys, tellDevice, tellNoMore, toldDevices } from './push-repository'
import type { SeasonId } from './schema'
import { createFarm, createNextSeason, loadSeason } from './season-repository'
import { makePerson, signIn } from './sign-in'
import { faultsOf, keepSamples } from './sample-repository'
import {
  addThermometer,
  changeThermometer,
  noteRefused,
  removeThermometer,
  renewKey,
  senderOfKey,
  sendersByTopic,
  thermometersOf,
} from './thermometer-repository'
import type { ThermometerFacts } from '../season/thermometers'
import { markTold, untold } from './untold-repository'
import { createWhatIf } from './what-if-repository'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db
const ofFarm = () => connection.ofFarm(id.farm_id)
beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
})
afterAll(() => connection.close())

const HOUR = 3_600_000
const ZONE = 'America/Denver'
const NOW = Date.parse('2027-04-10T18:00:00Z')
const TODAY = clockDay(NOW, ZONE)
const season = { ...readSmall(), farm: { ...readSmall().farm, timeZone: ZONE } }
const free = season.places.find(({ temperature }) => temperature.held === undefined)!
const heated = season.places.find(({ temperature }) => temperature.held !== undefined)!

let id: SeasonId
beforeEach(async () => {
  for (const table of ['person', 'sharing', 'farm'] as const) await db().deleteFrom(table).execute()
  id = await createFarm(db(), season)
})

const facts = (more: Partial<ThermometerFacts> = {}): ThermometerFacts => ({
  name: 'Door',
  place: free.key,
  unit: 'C',
  ...more,
})
const add = async (more?: Partial<ThermometerFacts>) => {
  const added = await addThermometer(db(), id.farm_id, facts(more))
  if (added === 'name-taken') throw new Error('its name is taken')
  return { ...added, sender: { farm: id.farm_id, id: added.id, zone: ZONE } }
}
const readings = async (of = id) => (await loadSeason(ofFarm(), of))!.season.readings
const midnight = (on: string) => instantOf({ day: parseDay(on), minute: 0 }, ZONE)
/** A sound day, hour by hour. */
const dayOf = (on: string, low = 4, high = 16): Sample[] =>
  Array.from({ length: 24 }, (_, i) => ({
    at: midnight(on) + i * HOUR + 600_000,
    celsius: Math.round((low + ((high - low) * (12 - Math.abs(i - 12))) / 12) * 10) / 10,
  }))

describe('a thermometer', () => {
  it('is known by its key alone, until it has another', async () => {
    const { id: own, key } = await add({ unit: 'F' })
    expect(await senderOfKey(db(), key)).toEqual({ farm: id.farm_id, id: own, unit: 'F', zone: ZONE })
    expect(await senderOfKey(db(), `${key}x`)).toBeUndefined()
    const next = await renewKey(db(), id.farm_id, own)
    expect(await senderOfKey(db(), key)).toBeUndefined()
    expect((await senderOfKey(db(), next!))!.id).toBe(own)
    const { rows } = await sql<{ t: string }>`select thermometer::text t from thermometer`.execute(db())
    expect(rows[0]!.t).not.toContain(next)
  })
  it('has a name of its own on its farm', async () => {
    const { id: own } = await add()
    expect(await addThermometer(db(), id.farm_id, facts())).toBe('name-taken')
    await add({ name: 'Back' })
    expect(await changeThermometer(ofFarm(), id.farm_id, own, facts({ name: 'Back' }))).toBe('name-taken')
    expect((await thermometersOf(ofFarm(), id.farm_id)).map(({ name }) => name)).toEqual(['Back', 'Door'])
    expect(await changeThermometer(ofFarm(), id.farm_id, crypto.randomUUID(), facts())).toBe('none')
  })
  it('is never called as what is simulated', async () => {
    expect(await addThermometer(db(), id.farm_id, facts({ name: 'stand-in' }))).toBe('name-taken')
    const { id: own } = await add()
    expect(await changeThermometer(ofFarm(), id.farm_id, own, facts({ name: 'stand-in' }))).toBe('name-taken')
  })
  it('says what it said last, and what of it could not be read', async () => {
    const { sender } = await add({ below: 2 })
    expect(await thermometersOf(ofFarm(), id.farm_id)).toMatchObject([{ last: undefined, refused: undefined }])
    await keepSamples(ofFarm(), sender, [{ at: NOW, celsius: 4.6 }], NOW)
    await noteRefused(ofFarm(), sender, 'No temperature was found in it.')
    expect(await thermometersOf(ofFarm(), id.farm_id)).toMatchObject([
      { last: { at: NOW, celsius: 4.6 }, refused: { why: 'No temperature was found in it.' } },
    ])
  })
})

describe('days that were measured', () => {
  it('come into every season that knows the place and is not put away, once they are over', async () => {
    const called = (name: string) => ({ ...season, season: { ...season.season, name } })
    const next = await createNextSeason(db(), id.farm_id, called('2028'))
    const away = await createNextSeason(db(), id.farm_id, called('Away'))
    await archiveSeason(db(), away, true)
    const { sender } = await add()
    const taken = await keepSamples(
      ofFarm(),
      sender,
      [...dayOf('2027-04-09'), ...dayOf('2027-04-10').slice(0, 12)],
      NOW,
    )
    expect(taken).toEqual({ began: undefined, days: 2 })
    const day = [{ place: free.key, from: 'Door', days: [{ on: '2027-04-09', low: 4, high: 16 }] }]
    expect(await readings()).toEqual(day)
    expect(await readings(next)).toEqual(day)
    expect(await readings(away)).toEqual([])
    // The rest of a day comes with the first word of the next.
    await keepSamples(ofFarm(), sender, dayOf('2027-04-10', 2, 20), midnight('2027-04-10') + 23 * HOUR)
    expect(await readings()).toEqual(day)
    await keepSamples(ofFarm(), sender, [{ at: midnight('2027-04-11'), celsius: 5 }], midnight('2027-04-11'))
    expect((await readings())[0]!.days).toEqual([
      { on: '2027-04-09', low: 4, high: 16 },
      { on: '2027-04-10', low: 2, high: 20 },
    ])
  })

  it('are what the hours say, in whatever order and however often they were sent', async () => {
    const days = ['2027-04-06', '2027-04-07', '2027-04-08']
    const all = days.flatMap((on, i) => dayOf(on, i, 14 + i))
    await fc.assert(
      fc.asyncProperty(
        fc.shuffledSubarray(all, { minLength: 40 }),
        fc.array(fc.constantFrom(...all), { maxLength: 20 }),
        fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 1, maxLength: 6 }),
        async (first, again, sizes) => {
          await db().deleteFrom('farm').execute()
          id = await createFarm(db(), season)
          const { sender } = await add()
          const sent = [...first, ...again]
          for (let at = 0, part = 0; at < sent.length; part++) {
            const size = sizes[part % sizes.length]!
            await keepSamples(ofFarm(), sender, sent.slice(at, at + size), NOW)
            at += size
          }
          const from = parseDay(days[0]!)
          const wanted = daysOf(daysOfHours(hoursOf(sent), from, from + days.length, ZONE)).days
          expect((await readings())[0]?.days ?? []).toEqual(wanted)
        },
      ),
      { numRuns: 12 },
    )
  }, 60_000)

  it('change no revision where nothing is new', async () => {
    const { sender } = await add()
    const revision = async () => (await loadSeason(ofFarm(), id))!.revision
    await keepSamples(ofFarm(), sender, dayOf('2027-04-09'), NOW)
    const after = await revision()
    expect(await keepSamples(ofFarm(), sender, dayOf('2027-04-09'), NOW)).toMatchObject({ days: 0 })
    expect(await revision()).toBe(after)
  })

  it('are taken back where later hours show that it is stuck', async () => {
    const { sender } = await add()
    const stuck = Array.from({ length: 24 }, (_, i) => ({ at: midnight('2027-04-09') + i * HOUR, celsius: 12.5 }))
    await keepSamples(ofFarm(), sender, stuck.slice(0, 22), NOW)
    expect(await readings()).toHaveLength(1)
    expect(await keepSamples(ofFarm(), sender, stuck.slice(22), NOW)).toMatchObject({ days: 1 })
    expect(await readings()).toEqual([])
    const still = { ...sender, place: free.key, held: false }
    expect(await faultsOf(ofFarm(), still, [TODAY - 2, TODAY])).toEqual([])
  })

  it('go by the new name of their thermometer, and stay when it is deleted', async () => {
    const { sender } = await add()
    await keepSamples(ofFarm(), sender, dayOf('2027-04-09'), NOW)
    await changeThermometer(ofFarm(), id.farm_id, sender.id, facts({ name: 'North door', place: heated.key }))
    // What it measures from now on is of its new place.
    await keepSamples(ofFarm(), sender, dayOf('2027-04-08'), NOW)
    expect((await readings()).map(({ from, place, days }) => [from, place, days.map(({ on }) => on)]).sort()).toEqual(
      [
        ['North door', free.key, ['2027-04-09']],
        ['North door', heated.key, ['2027-04-08']],
      ].sort(),
    )
    expect(await removeThermometer(db(), id.farm_id, sender.id)).toBe('North door')
    expect(await readings()).toHaveLength(2)
    expect(await keepSamples(ofFarm(), sender, dayOf('2027-04-07'), NOW)).toBeUndefined()
  })

  it('are in no copy of a season, which reads those of the season itself', async () => {
    const { sender } = await add()
    await createWhatIf(db(), id, 'Later', season, season)
    await keepSamples(ofFarm(), sender, dayOf('2027-04-09'), NOW)
    expect(await db().selectFrom('reading').select('season_id').distinct().execute()).toEqual([
      { season_id: id.season_id },
    ])
  })

  it('have their gaps told', async () => {
    const { sender } = await add()
    await keepSamples(ofFarm(), sender, [...dayOf('2027-04-06'), ...dayOf('2027-04-08').slice(5)], NOW)
    const of = { ...sender, place: free.key, held: false }
    expect(await faultsOf(ofFarm(), of, [TODAY - 14, TODAY])).toEqual([
      { on: '2027-04-07', kind: 'gap', hours: 24 },
      { on: '2027-04-08', kind: 'gap', hours: 5 },
      { on: '2027-04-09', kind: 'gap', hours: 24 },
    ])
  })
})

describe('what devices are to be told', () => {
  it('is an alarm, until they were, and another alarm anew', async () => {
    const { sender } = await add({ below: 2 })
    const said = (minutes: number, celsius: number) =>
      keepSamples(ofFarm(), sender, [{ at: NOW + minutes * 60_000, celsius }], NOW)
    await said(0, 3)
    expect(await untold(db(), NOW)).toEqual([])
    expect(await said(1, 1.5)).toMatchObject({ began: { kind: 'cold', worst: 1.5 } })
    const [first] = await untold(db(), NOW)
    expect(first).toMatchObject({ what: 'alarm', place: free.name, zone: ZONE, thermometer: { name: 'Door' } })
    // It is the same alarm, only worse.
    expect(await said(2, 0.4)).toMatchObject({ began: undefined })
    await markTold(ofFarm(), first!)
    expect(await untold(db(), NOW)).toEqual([])
    expect(await said(3, -1)).toMatchObject({ began: undefined })
    expect(await untold(db(), NOW)).toEqual([])
    await said(4, 6)
    await said(5, 1)
    expect(await untold(db(), NOW)).toHaveLength(1)
    // One that was told of before is not taken for this one.
    await markTold(ofFarm(), first!)
    expect(await untold(db(), NOW)).toHaveLength(1)
  })

  it('is silence, of thermometers that somebody relies on', async () => {
    const { sender } = await add({ above: 35 })
    const other = await add({ name: 'Only measures' })
    for (const one of [sender, other.sender]) await keepSamples(ofFarm(), one, [{ at: NOW, celsius: 9 }], NOW)
    expect(await untold(db(), NOW + 3 * HOUR)).toEqual([])
    const [silent, ...more] = await untold(db(), NOW + 3 * HOUR + 1)
    expect(silent).toMatchObject({ what: 'silent', thermometer: { name: 'Door' } })
    expect(more).toEqual([])
    await markTold(ofFarm(), silent!)
    expect(await untold(db(), NOW + 9 * HOUR)).toEqual([])
    await keepSamples(ofFarm(), sender, [{ at: NOW + 10 * HOUR, celsius: 9 }], NOW + 10 * HOUR)
    expect(await untold(db(), NOW + 14 * HOUR)).toHaveLength(1)
  })

  it('stays the same alarm when its thermometer is called otherwise', async () => {
    const { sender } = await add({ below: 2 })
    for (const [i, celsius] of [1, -1, 0].entries())
      await keepSamples(ofFarm(), sender, [{ at: NOW + i * 60_000, celsius }], NOW)
    await markTold(ofFarm(), (await untold(db(), NOW))[0]!)
    await changeThermometer(ofFarm(), id.farm_id, sender.id, facts({ name: 'North door', below: 2 }))
    expect(await untold(db(), NOW)).toEqual([])
    expect((await thermometersOf(ofFarm(), id.farm_id))[0]!.alarm).toEqual({ kind: 'cold', since: NOW, worst: -1 })
  })

  it('ends with the limits, and begins with new ones', async () => {
    const { sender } = await add({ below: 2 })
    await keepSamples(ofFarm(), sender, [{ at: NOW, celsius: 1 }], NOW)
    await changeThermometer(ofFarm(), id.farm_id, sender.id, facts({ below: 0 }))
    expect(await untold(db(), NOW)).toEqual([])
    await changeThermometer(ofFarm(), id.farm_id, sender.id, facts({ below: 1.5 }))
    expect(await untold(db(), NOW)).toHaveLength(1)
  })
})

describe('devices that are told', () => {
  const device = (n: number) => ({
    endpoint: `https://push.example.com/${n}`,
    p256dh: 'p',
    auth: 'a',
    locale: 'en-GB',
    units: 'metric' as const,
  })
  const told = async () => (await toldDevices(db(), id.farm_id)).map(({ endpoint }) => endpoint.at(-1))
  const person = async (name: string) =>
    (await makePerson(signIn(db(), 'for tests alone, nothing is signed with it', false), {
      name,
      email: `${name}@example.org`,
      password: 'three blue doors',
    }))!

  it('are those of people while they are of the farm, and of phones while they are its', async () => {
    const mara = await person('Mara')
    await db().insertInto('member').values({ farm_id: id.farm_id, person_id: mara, role: 'crew' }).execute()
    const phone = await addPhone(db(), id.farm_id, 'Crew phone 1', null)
    await tellDevice(ofFarm(), id.farm_id, device(1), { person: mara, phone: null })
    await tellDevice(ofFarm(), id.farm_id, device(2), { person: null, phone: phone.id })
    await tellDevice(ofFarm(), id.farm_id, device(3), { person: null, phone: null })
    expect(await told()).toEqual(['1', '2', '3'])
    // Who was nobody in particular is nobody of the farm once people have to sign in.
    await startSharing(db(), mara)
    expect(await told()).toEqual(['1', '2'])
    await db().deleteFrom('member').execute()
    expect(await told()).toEqual(['2'])
    await removePhone(db(), id.farm_id, phone.id)
    expect(await told()).toEqual([])
  })
  it('are told once each, in their own words, until they do not want to', async () => {
    await tellDevice(ofFarm(), id.farm_id, device(1), { person: null, phone: null })
    await tellDevice(ofFarm(), id.farm_id, { ...device(1), locale: 'es' }, { person: null, phone: null })
    expect(await toldDevices(db(), id.farm_id)).toEqual([{ ...device(1), locale: 'es' }])
    expect(await isTold(ofFarm(), id.farm_id, device(1).endpoint)).toBe(true)
    await tellNoMore(ofFarm(), id.farm_id, device(1).endpoint)
    expect(await isTold(ofFarm(), id.farm_id, device(1).endpoint)).toBe(false)
  })
  it('know the server by the same keys ever after', async () => {
    let made = 0
    const make = () => ({ publicKey: `public ${++made}`, privateKey: `private ${made}` })
    const all = await Promise.all([pushKeys(db(), make), pushKeys(db(), make), pushKeys(db(), make)])
    expect(new Set(all.map((keys) => JSON.stringify(keys))).size).toBe(1)
    expect(await pushKeys(db(), make)).toEqual(all[0])
  })
})

describe('a broker', () => {
  it('keeps its password while its address and user stay, and tells it to nobody', async () => {
    const farm = id.farm_id
    const address = 'mqtt://127.0.0.1:1883'
    await setBroker(ofFarm(), farm, { address, username: 'dove', password: 'step' })
    expect(await brokerOf(ofFarm(), farm)).toEqual({ address, username: 'dove', heard: 'asked', problem: undefined })
    await setBroker(ofFarm(), farm, { address, username: 'dove' })
    expect((await brokersToHear(db()))[0]).toMatchObject({ farm, password: 'step' })
    await setBroker(ofFarm(), farm, { address: 'mqtt://elsewhere:1883', username: 'dove' })
    expect((await brokersToHear(db()))[0]!.password).toBeUndefined()
  })
  it('says how it goes, unless it was changed meanwhile', async () => {
    const farm = id.farm_id
    await setBroker(ofFarm(), farm, { address: 'mqtt://127.0.0.1:1' })
    const [before] = await brokersToHear(db())
    await noteHeard(ofFarm(), before!, 'failed', 'refused')
    expect(await brokerOf(ofFarm(), farm)).toMatchObject({ heard: 'failed', problem: 'refused' })
    await setBroker(ofFarm(), farm, { address: 'mqtt://127.0.0.1:2' })
    await noteHeard(ofFarm(), before!, 'connected')
    expect(await brokerOf(ofFarm(), farm)).toMatchObject({ heard: 'asked', problem: undefined })
    await removeBroker(ofFarm(), farm)
    expect(await brokerOf(ofFarm(), farm)).toBeUndefined()
  })
  it('is heard for topics alone', async () => {
    const { id: own } = await add({ topic: 'tunnel/door' })
    await add({ name: 'Without' })
    expect(await sendersByTopic(ofFarm(), id.farm_id)).toEqual([
      { farm: id.farm_id, id: own, unit: 'C', zone: ZONE, topic: 'tunnel/door' },
    ])
  })
})
