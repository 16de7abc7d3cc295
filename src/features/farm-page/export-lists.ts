/** Seed lots, beds and varieties of the open season as spreadsheets to download. */
import { readersLocale } from '../../actions/season-data'
import { LIST_FILES, LIST_NAMES } from '../../interchange/list-sheets/lists'
import { listCells, listTemplate } from '../../interchange/list-sheets/write-list'
import { sheetCsv, sheetXlsx } from '../../interchange/sheet-file/write-cells'
import { createFormat } from '../../words/format'
import { CSV, download, nothingThere, seasonOf, XLSX } from './download'
import './words'

/** One of the files: `lots.xlsx`, `beds.csv`, `varieties-template.xlsx`; 404 for any other name, or where there is no season. */
export async function exportList(file: string, request: Request): Promise<Response> {
  const of = LIST_NAMES.find(
    (one) => file === `${one}.xlsx` || file === `${one}.csv` || file === `${one}-template.xlsx`,
  )
  const season = of && (await seasonOf(request))
  if (!season) return nothingThere()
  const { locale } = await readersLocale()
  const f = createFormat(locale, 'metric')
  const headings = Object.fromEntries(
    LIST_FILES[of].columns.map((column) => [column, f.t(`lists.columns.${column as 'kind'}`)]),
  )
  const cells = file.includes('template') ? listTemplate(of, season, headings) : listCells(of, season, headings)
  if (file.endsWith('.csv')) return download(season, file, CSV, sheetCsv(cells, f.number(1.5, 1).includes(',')))
  return download(season, file, XLSX, await sheetXlsx(cells, f.t(`farmPage.sheetOf.${of}`), LIST_FILES[of]))
}
