/** Whatever the schema of a season allows is kept: made from the schema, so that a new property is in it by itself. */
import fc from 'fast-check'
import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { anyOf, propertiesIn, propertiesOf } from '../season/any-part'
import { COLLECTIONS, Season } from '../season/schema'
import { readSmall } from '../season/small-season'
import { TABLES } from './collections'
import { freshDatabase } from './fresh-database'
import { createFarm } from './season-repository'
import { factsFrom, insertThings, readList, schemaOf, writeThings, type SeasonFacts } from './things'

let connection: Awaited<ReturnType<typeof freshDatabase>>
const db = () => connection.db

beforeAll(async () => {
  connection = await freshDatabase(inject('databaseUrl'))
  // What figures must be to each other is checked elsewhere: here each property is tried for itself.
  const { rows } = await sql<{ of: string; name: string }>`select conrelid::regclass::text as of, conname as name
    from pg_constraint where contype in ('c', 'f', 'u') and connamespace = 'public'::regnamespace
    order by contype desc`.execute(db())
  for (const { of, name } of rows)
    await sql.raw(`alter table ${of} drop constraint if exists "${name}" cascade`).execute(db())
})
afterAll(() => connection.close())

class Back extends Error {}

describe('every property of the season document', () => {
  for (const of of COLLECTIONS)
    it(`of ${of} is read as it was written`, async () => {
      const id = await createFarm(db(), readSmall())
      const schema = schemaOf(of)
      const seen = new Set<string>()
      const any = fc
        .array(anyOf(schema), { minLength: 1, maxLength: 4 })
        .map((list) => list.map((thing, i) => schema.parse({ ...(thing as object), key: `thing-${i}` })))
        .filter((list) => of !== 'plantings' || list.every((one) => inOrder(one)))
      await fc.assert(
        fc.asyncProperty(any, async (things) => {
          for (const path of propertiesIn(things)) seen.add(path.slice(3))
          const transaction = db()
            .transaction()
            .execute(async (trx) => {
              await sql.raw(`delete from ${TABLES[of].table}`).execute(trx)
              await insertThings(
                trx,
                id,
                of,
                things.map((value, position) => ({ value, position })),
                1,
              )
              expect((await readList(trx, id, of)).map(({ value }) => value)).toEqual(things)
              throw new Back()
            })
          await transaction.catch((error: unknown) => {
            if (!(error instanceof Back)) throw error
          })
        }),
        { numRuns: 60, endOnFailure: true },
      )
      // The law says nothing of what was never tried.
      expect(propertiesOf(schema).filter((path) => !seen.has(path))).toEqual([])
    }, 60_000)

  it('of the farm, the season, the site and the habits is read as it was written', async () => {
    const Facts = Season.pick({ farm: true, season: true, site: true, habits: true })
    const id = await createFarm(db(), readSmall())
    const seen = new Set<string>()
    await fc.assert(
      fc.asyncProperty(anyOf(Facts), async (made) => {
        const facts = Facts.parse(made) as SeasonFacts
        for (const path of propertiesIn(facts)) seen.add(path)
        await db()
          .transaction()
          .execute((trx) => writeThings(trx, id, [{ of: 'head', key: 'head', value: facts, position: 0 }], 2))
        const row = await db()
          .selectFrom('season')
          .selectAll()
          .where('season_id', '=', id.season_id)
          .executeTakeFirstOrThrow()
        expect(factsFrom(row, facts.farm.name)).toEqual(facts)
      }),
      { numRuns: 60, endOnFailure: true },
    )
    expect(propertiesOf(Facts).filter((path) => !seen.has(path))).toEqual([])
  }, 60_000)
})

/** A series has at most one change for each of its plantings, in their order. */
function inOrder(planting: unknown): boolean {
  const { changes } = planting as { changes: readonly { n: number }[] }
  return changes.every(({ n }, i) => i === 0 || changes[i - 1]!.n < n)
}
