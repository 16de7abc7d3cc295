/** Spreadsheets as an office program reads them; only where one is installed: `apt-get install libreoffice-calc`. */
import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Papa from 'papaparse'
import { afterAll, describe, expect, it } from 'vitest'
import { sallowFerry } from '../../../scripts/demo/sallow-ferry'
import { readSeason } from '../../season/read'
import { lists } from '../../words/messages/en/lists'
import { sheet } from '../../words/messages/en/sheet'
import { LIST_FILES, LIST_NAMES } from '../list-sheets/lists'
import { listCells } from '../list-sheets/write-list'
import { PLAN_FILE } from '../plan-sheet/file-rows'
import { planCells } from '../plan-sheet/write-file'
import { sheetXlsx } from './write-cells'

const OFFICE = '/usr/bin/soffice'
const folder = mkdtempSync(join(tmpdir(), 'dove-step-office-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const { season } = read

/** The cells of a workbook as an office program shows them. */
function shown(name: string, file: Uint8Array): string[][] {
  writeFileSync(join(folder, `${name}.xlsx`), file)
  const profile = `-env:UserInstallation=file://${join(folder, 'profile')}`
  const convert = [
    '--headless',
    profile,
    '--convert-to',
    'csv:Text - txt - csv (StarCalc):44,34,76,1',
    '--outdir',
    folder,
  ]
  execFileSync(OFFICE, [...convert, join(folder, `${name}.xlsx`)], { stdio: 'ignore', timeout: 110_000 })
  return Papa.parse<string[]>(readFileSync(join(folder, `${name}.csv`), 'utf8'), { skipEmptyLines: true }).data
}

describe.skipIf(!existsSync(OFFICE))('an office program', () => {
  it('opens the plan and every list, and shows what was written', { timeout: 240_000 }, async () => {
    const files = [
      ['plan', planCells(season, sheet.columns), PLAN_FILE],
      ...LIST_NAMES.map((of) => [of, listCells(of, season, lists.columns), LIST_FILES[of]] as const),
    ] as const
    for (const [name, cells, kind] of files) {
      const found = shown(name, await sheetXlsx(cells as string[][], name, kind as never))
      expect(found, name).toHaveLength(cells.length)
      found.forEach((row, i) => {
        const written = cells[i]!.map((text) => text.replace(/^(\d+\.\d*?)0+$/, '$1'))
        expect(
          row.map((text) => text.trim()),
          `${name}, row ${i + 1}`,
        ).toEqual(written.map((text) => text.trim()))
      })
    }
  })
})
