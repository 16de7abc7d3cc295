import { describe, expect, it } from 'vitest'
import { entry } from '../core/testing/records'
import type { Entry } from '../season/schema'
import { createRecordWriter } from './record-writer'

const note = () => entry('a', '2027-03-01', { did: 'note' })

function store() {
  const calls: string[][] = []
  const written: string[] = []
  const bad = new Set<string>()
  const keep = async (entries: readonly Entry[]) => {
    calls.push(entries.map(({ id }) => id))
    await new Promise((done) => setTimeout(done, 5))
    if (entries.some(({ id }) => bad.has(id))) throw new Error('the database would not')
    written.push(...entries.map(({ id }) => id))
    return { kept: entries.map(({ id }) => ({ id, ok: true as const })), revision: written.length }
  }
  return { calls, written, bad, write: createRecordWriter(keep) }
}

describe('records that come in at once', () => {
  it('are written together, each answered with its own, in order', async () => {
    const { calls, written, write } = store()
    const all = Array.from({ length: 12 }, () => [note(), note()])
    const answers = await Promise.all(all.map((entries) => write(entries)))
    expect(answers.map(({ kept }) => kept.map(({ id }) => id))).toEqual(
      all.map((entries) => entries.map(({ id }) => id)),
    )
    expect(written).toEqual(all.flat().map(({ id }) => id))
    expect(calls).toHaveLength(2) // the first alone, and all that came while it was written
  })
  it('are not spoilt by one that the database will not take', async () => {
    const { bad, written, write } = store()
    const all = [note(), note(), note(), note()]
    bad.add(all[2]!.id)
    const answers = await Promise.allSettled(all.map((one) => write([one])))
    expect(answers.map(({ status }) => status)).toEqual(['fulfilled', 'fulfilled', 'rejected', 'fulfilled'])
    expect(written).toEqual([all[0]!.id, all[1]!.id, all[3]!.id])
  })
  it('are written in several goes where there are very many, and the writer goes on after', async () => {
    const { calls, write } = store()
    await Promise.all(Array.from({ length: 6 }, () => write(Array.from({ length: 90 }, note))))
    expect(Math.max(...calls.map(({ length }) => length))).toBeLessThanOrEqual(200)
    await write([note()])
    expect(calls.at(-1)).toHaveLength(1)
  })
})
