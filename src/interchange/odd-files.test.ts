import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { oddDocuments } from '../../scripts/soak/documents'
import { readOddSheets } from '../../scripts/soak/sheets'
import { parseDay } from '../core/calendar/day'
import { createPlanner } from '../core/plan/plan'
import { readSeasonText } from './season-file'

// All of them, and through the server: npm run soak.
describe('files nobody should send', () => {
  it('are season documents that say what is wrong, or make a season that can be planned', () => {
    const text = readFileSync('demo/one-tunnel-2027.json', 'utf8')
    let taken = 0
    for (const document of oddDocuments(text, 300, 11)) {
      const read = readSeasonText(document.toString())
      if (read.ok) {
        taken++
        createPlanner().plan(read.season, parseDay('2027-04-12'))
      } else expect(read.problems[0]!.message).not.toBe('')
    }
    expect(taken).toBeGreaterThan(5)
    expect(taken).toBeLessThan(150)
  })
  it('are spreadsheets of which nothing is taken that makes no season', async () => {
    const { faults, read } = await readOddSheets(24, 12)
    expect(faults).toEqual([])
    expect(read).toBeGreaterThan(12)
  })
})
