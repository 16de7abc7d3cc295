import { describe, expect, it } from 'vitest'
import { formatDay, parseDay } from '../../core/calendar/day'
import { labelCodes } from '../../core/labels/content'
import { createPlanner } from '../../core/plan/plan'
import { readSeason } from '../../season/read'
import type { Entry, Season } from '../../season/schema'
import { readSeasonText } from '../../interchange/season-file'
import { readFileSync } from 'node:fs'
import { batchScanned, movable, movedTo, scannedBatches } from './model'
import { freshness } from './use-camera'

const read = readSeasonText(readFileSync('demo/sallow-ferry-2027.json', 'utf8'))
if (!read.ok) throw new Error('the demo farm must read')
const season: Season = read.season
const today = parseDay(season.season.opensOn!)
const plan = createPlanner().plan(season, today)
const codes = labelCodes(plan.batches, season.records)

/** The season with what was said written down. */
function after(said: ReturnType<typeof movedTo>): Season {
  const entries = said.map((one, i) => ({
    id: `00000000-0000-4000-8000-00000000000${i}`,
    on: formatDay(today),
    at: `${formatDay(today)}T10:0${i}:00.000Z`,
    who: 'Tomas',
    ...one,
  })) as unknown as Entry[]
  const again = readSeason({ ...season, records: [...season.records, ...entries] })
  if (!again.ok) throw new Error(JSON.stringify(again.problems))
  return again.season
}

describe('what is scanned', () => {
  it('is read from the address on a label, from a tag, and as it is typed or spoken', () => {
    for (const [id, code] of codes) {
      for (const text of [
        `https://farm.example/b/${code}`,
        `http://192.168.1.7:3000/b/${code}?x=1`,
        `https://farm.example/b/${code.toLowerCase()}/`,
        code,
        ` ${code.slice(0, 2).toLowerCase()} ${code.slice(2)} `,
      ])
        expect(batchScanned(text, plan, season.records), text).toEqual({ ok: true, id })
    }
  })

  it('that is no label is told apart from one of another season', () => {
    expect(batchScanned('https://example.org/', plan, season.records)).toMatchObject({ ok: false })
    expect(batchScanned('', plan, season.records)).toMatchObject({ ok: false, reason: 'length' })
    const taken = new Set(codes.values())
    const strange = 'AAAAA'
    expect(taken.has(strange)).toBe(false)
    expect(batchScanned(strange, plan, season.records)).toMatchObject({ ok: false })
    // Whatever a stranger printed: it is read, and refused.
    for (const text of ['/b/%E0%A4%A', '/b/', 'javascript:1', '/b/%20'])
      expect(batchScanned(text, plan, season.records).ok, text).toBe(false)
  })

  it('stands where its trays are, and nowhere before it is sown', () => {
    const all = scannedBatches(
      plan.batches.map(({ id }) => ({ id })),
      plan,
      today,
    )
    for (const { batch, stay, there, trays } of all) {
      if (batch.progress?.standing === 'to-sow') expect(stay).toBeUndefined()
      if (stay) expect(stay.from <= today && today < stay.until).toBe(true)
      expect(trays).toBe(there)
    }
    expect(all.some(({ there }) => there > 1)).toBe(true)
    expect(scannedBatches([{ id: 'gone' }], plan, today)).toEqual([])
  })

  it('moved together stands in the place, and a record of each says so', () => {
    const standing = scannedBatches(
      plan.batches.map(({ id }) => ({ id })),
      plan,
      today,
    ).filter(({ stay }) => stay)
    const place = season.places.findIndex((_, i) => standing.filter(({ stay }) => stay!.place !== i).length >= 3)
    const { key } = season.places[place]!
    const three = standing.filter(({ stay }) => stay!.place !== place).slice(0, 3)
    const there = standing.find(({ stay }) => stay!.place === place)
    const said = movedTo(there ? [...three, there] : three, season.places, key)
    expect(said.map(({ batch }) => batch)).toEqual(three.map(({ batch }) => batch.id))
    const moved = createPlanner().plan(after(said), today)
    for (const { batch } of three) {
      const now = moved.byId.get(batch.id)!
      expect(now.stays.find(({ from, until }) => from <= today && today < until)?.place, batch.code).toBe(place)
    }
  })

  it('of which only some trays went leaves the rest where it was, and nothing is lost between', () => {
    const [one] = scannedBatches(
      plan.batches.map(({ id }) => ({ id })),
      plan,
      today,
    ).filter(({ there, batch }) => there >= 3 && batch.progress!.ledger.known)
    const place = season.places.findIndex((_, i) => i !== one!.stay!.place)
    const said = movedTo([{ ...one!, trays: 1 }], season.places, season.places[place]!.key)
    const [{ what }] = said as [(typeof said)[0]]
    expect(what).toMatchObject({ did: 'moved' })
    const next = createPlanner().plan(after(said), today)
    const parts = next.batches.filter(({ id }) => id === one!.batch.id || id.startsWith(`${one!.batch.id}~`))
    const places = parts.map(({ stays }) => stays.find(({ from, until }) => from <= today && today < until)?.place)
    expect(new Set(places)).toEqual(new Set([place, one!.stay!.place]))
    const living = (batches: typeof parts) =>
      batches.reduce((sum, { progress }) => {
        const { sown, one: single, more } = progress!.ledger.accounts.standing
        return sum + sown + single + more
      }, 0)
    expect(living(parts)).toBe(living([one!.batch]))
  })

  it('that stands there already is not moved', () => {
    const all = scannedBatches(
      plan.batches.map(({ id }) => ({ id })),
      plan,
      today,
    )
    for (const { key } of season.places)
      for (const { stay } of movable(all, season.places, key)) expect(season.places[stay!.place]!.key).not.toBe(key)
  })

  it('counts as shown again only after it was out of sight for a while', () => {
    let now = 0
    const isFresh = freshness(() => now)
    expect(isFresh('a')).toBe(true)
    for (now = 100; now < 10_000; now += 100) expect(isFresh('a')).toBe(false)
    expect(isFresh('b')).toBe(true)
    now += 3000
    expect(isFresh('a')).toBe(true)
  })
})
