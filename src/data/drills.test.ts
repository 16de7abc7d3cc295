/** What people have practised, on a real database. */
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { readSmall } from '../season/small-season'
import { answersOf, keepAnswers, practisedOn } from './drill-repository'
import { freshDatabase } from './fresh-database'
import { personData } from './person-repository'
import { createFarm } from './season-repository'

let connection: Awaited<ReturnType<typeof freshDatabase>>
let farm: string
let other: string
const db = () => connection.db
/** As the server asks for the rows of one farm. */
const rows = (of = farm) => connection.ofFarm(of)
const NOW = Date.UTC(2027, 3, 12, 9)
const answer = (card: string, right: boolean, at = NOW - 1000) => ({ id: crypto.randomUUID(), card, right, at })

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
  farm = (await createFarm(db(), readSmall())).farm_id
  other = (await createFarm(db(), { ...readSmall(), farm: { ...readSmall().farm, name: 'Reed Bank' } })).farm_id
})
afterAll(() => connection.close())

describe('answers to drills', () => {
  it('are kept once, however often they are sent, and given back oldest first', async () => {
    const ines = { farm, person: null, who: 'Ines' }
    const late = answer('mix', true, NOW - 10)
    const early = answer('symptom/purple', false, NOW - 5000)
    await keepAnswers(rows(), ines, [late], NOW)
    await keepAnswers(rows(), ines, [late, early], NOW)
    await keepAnswers(rows(), ines, [], NOW)
    expect(await answersOf(rows(), ines)).toEqual([early, late])
  })
  it('of a device whose clock is ahead are of now', async () => {
    const tom = { farm, person: null, who: 'Tom' }
    await keepAnswers(rows(), tom, [answer('mix', true, NOW + 1e9)], NOW)
    expect((await answersOf(rows(), tom)).map(({ at }) => at)).toEqual([NOW])
  })
  it('of somebody who signed in are theirs, whatever they are called, and nobody else’s', async () => {
    await db().insertInto('person').values({ id: 'p1', name: 'Ines', email: 'p1@example.org' }).execute()
    const signedIn = { farm, person: 'p1', who: 'Ines' }
    const own = answer('label', false)
    await keepAnswers(rows(), signedIn, [own], NOW)
    expect(await answersOf(rows(), { ...signedIn, who: 'Another name' })).toEqual([own])
    expect((await answersOf(rows(), { farm, person: null, who: 'Ines' })).map(({ card }) => card)).not.toContain(
      'label',
    )
    expect((await personData(db(), 'p1')).practised).toEqual([expect.objectContaining({ card: 'label', right: false })])
  })
  it('are of one farm', async () => {
    expect(await answersOf(rows(other), { farm: other, person: null, who: 'Ines' })).toEqual([])
    expect(await practisedOn(rows(other), other)).toEqual([])
  })
  it('add up by person and kind of question', async () => {
    const mara = { farm, person: null, who: 'Mara' }
    const all = [answer('symptom/purple', true), answer('symptom/spots', false), answer('mix', true, NOW - 9000)]
    await keepAnswers(rows(), mara, all, NOW)
    const sums = (await practisedOn(rows(), farm)).filter(({ who }) => who === 'Mara')
    expect(sums).toEqual([
      { whose: '~Mara', who: 'Mara', kind: 'mix', answers: 1, right: 1, last: new Date(NOW - 9000).toISOString() },
      { whose: '~Mara', who: 'Mara', kind: 'symptom', answers: 2, right: 1, last: new Date(NOW - 1000).toISOString() },
    ])
  })
  it('of somebody who was renamed stand under the name they answered under last', async () => {
    await keepAnswers(rows(), { farm, person: 'p1', who: 'Ines M.' }, [answer('mix', true, NOW)], NOW)
    const own = (await practisedOn(rows(), farm)).filter(({ whose }) => whose === 'p1')
    expect(own.map(({ who, kind }) => [who, kind])).toEqual([
      ['Ines M.', 'label'],
      ['Ines M.', 'mix'],
    ])
  })
  it('go with the person who deletes themselves', async () => {
    await db().deleteFrom('person').where('id', '=', 'p1').execute()
    expect((await practisedOn(rows(), farm)).some(({ kind }) => kind === 'label')).toBe(false)
  })
})
