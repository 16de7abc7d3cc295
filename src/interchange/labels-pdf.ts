/** Labels as PDF: sheets of common sizes and rolls, each with a code to say and one to scan; and maps of coded trays. */
import PDFDocument from 'pdfkit'
import QRCode from 'qrcode'
import type { Label } from '../core/labels/content'
import { spoken } from '../core/labels/codes'
import type { Plan } from '../core/plan/plan'
import type { Season } from '../season/schema'
import { count, type Format } from '../words/format'
import { taskName } from '../words/tasks'

/** A sheet or roll of labels; lengths mm. */
export interface Sheet {
  page: readonly [width: number, height: number]
  across: number
  down: number
  label: readonly [width: number, height: number]
  /** Of the first label, from the left and top. */
  margin: readonly [left: number, top: number]
  /** Between labels. */
  gap: readonly [x: number, y: number]
}

export const SHEETS = {
  'a4-24': { page: [210, 297], across: 3, down: 8, label: [70, 37], margin: [0, 0.5], gap: [0, 0] },
  'a4-14': { page: [210, 297], across: 2, down: 7, label: [99.1, 38.1], margin: [4.65, 15.15], gap: [2.5, 0] },
  'letter-30': { page: [215.9, 279.4], across: 3, down: 10, label: [66.7, 25.4], margin: [4.8, 12.7], gap: [3.2, 0] },
  stakes: { page: [210, 297], across: 1, down: 26, label: [190, 11], margin: [10, 5.5], gap: [0, 0] },
  'roll-62': { page: [62, 29], across: 1, down: 1, label: [62, 29], margin: [0, 0], gap: [0, 0] },
  'roll-51': { page: [51, 25], across: 1, down: 1, label: [51, 25], margin: [0, 0], gap: [0, 0] },
} as const satisfies Record<string, Sheet>
export type SheetKey = keyof typeof SHEETS

const MM = 72 / 25.4
export const FONTS = ['latin-400', 'latin-700', 'latin-ext-400', 'latin-ext-700'] as const

/** The fonts that ship with the application: where they lie on the disk, or what is in them. */
export type Fonts = Readonly<Record<(typeof FONTS)[number], string | Uint8Array>>

function begin(page: readonly [number, number], title: string, fonts: Fonts): PDFKit.PDFDocument {
  const doc = new PDFDocument({
    size: [page[0] * MM, page[1] * MM],
    margin: 0,
    autoFirstPage: false,
    font: '', // none but our own: a browser has no others
    info: { Title: title, Creator: 'Dove Step' },
  })
  for (const font of FONTS) doc.registerFont(font, fonts[font] as string)
  return doc
}

/** Letters beyond the first block of Latin come from the font's second part. */
const fontFor = (text: string, weight: 400 | 700) =>
  /[\u0100-\u024F\u1E00-\u1EFF]/.test(text) ? `latin-ext-${weight}` : `latin-${weight}`

/** One line of text that never runs over: made narrower down to three quarters, then cut with an ellipsis. */
function line(
  doc: PDFKit.PDFDocument,
  text: string,
  x: number,
  y: number,
  width: number,
  size: number,
  weight: 400 | 700,
): void {
  doc.font(fontFor(text, weight))
  let at = size
  while (at > size * 0.75 && doc.fontSize(at).widthOfString(text) > width) at -= 0.25
  let shown = text
  while (shown.length > 1 && doc.fontSize(at).widthOfString(shown) > width)
    shown = `${shown.slice(0, shown.length - 2).trimEnd()}…`
  doc.text(shown, x, y, { lineBreak: false })
}

/** Draws a QR code, its quiet zone inside the square; squares are filled in one path. */
function qr(doc: PDFKit.PDFDocument, text: string, x: number, y: number, side: number): void {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' })
  const quiet = 2
  const unit = side / (modules.size + 2 * quiet)
  for (let row = 0; row < modules.size; row++) {
    for (let column = 0; column < modules.size; column++) {
      if (!modules.get(row, column)) continue
      let run = 1
      while (column + run < modules.size && modules.get(row, column + run)) run++
      doc.rect(x + (quiet + column) * unit, y + (quiet + row) * unit, run * unit + 0.02, unit + 0.02)
      column += run - 1
    }
  }
  doc.fill('#000')
}

/** What is asked of a print. */
export interface LabelJob {
  labels: readonly Label[]
  sheet: SheetKey
  /** First label left on a sheet that was begun, from 0. */
  skip?: number
  /** Address of the application as phones reach it, without a slash at the end. */
  address: string
  fonts: Fonts
}

/**
 * Labels as a PDF, written page by page.
 *
 * @returns a stream of the document, and how many pages it will have
 */
export function labelsPdf(job: LabelJob, season: Season, f: Format): { doc: PDFKit.PDFDocument; pages: number } {
  const sheet: Sheet = SHEETS[job.sheet]
  const onPage = sheet.across * sheet.down
  const skip = Math.min(job.skip ?? 0, onPage - 1)
  const doc = begin(sheet.page, 'Labels', job.fonts)
  const pages = Math.max(1, Math.ceil((job.labels.length + skip) / onPage))
  if (job.labels.length === 0) doc.addPage()
  // Written a page at a time, so that the first are out before the last are made.
  void (async () => {
    for (let i = 0; i < job.labels.length; i++) {
      const at = i + skip
      if (i === 0 || at % onPage === 0) {
        doc.addPage()
        if (i > 0) await new Promise((done) => setTimeout(done))
      }
      const column = at % sheet.across
      const row = Math.floor((at % onPage) / sheet.across)
      const x = (sheet.margin[0] + column * (sheet.label[0] + sheet.gap[0])) * MM
      const y = (sheet.margin[1] + row * (sheet.label[1] + sheet.gap[1])) * MM
      if (job.sheet === 'stakes') stake(doc, job.labels[i]!, job.address, f, x, y)
      else box(doc, job.labels[i]!, job.address, season, f, x, y, sheet)
    }
    doc.end()
  })().catch((error: unknown) => doc.destroy(error instanceof Error ? error : new Error(String(error))))
  return { doc, pages }
}

const nextWords = ({ next }: Label, f: Format) => (next ? `${taskName(next, f)} ${f.date(next.day)}` : '')
const trayWords = ({ tray, trays, container }: Label, f: Format) =>
  tray === 0
    ? `${f.number(trays)} × ${container.name}`
    : `${container.name}${f.t('labels.trayOf', { tray: String(tray), trays: String(trays) })}`

function box(
  doc: PDFKit.PDFDocument,
  label: Label,
  address: string,
  season: Season,
  f: Format,
  x: number,
  y: number,
  { label: [w, h] }: Sheet,
): void {
  const pad = 2.2 * MM
  const side = Math.min(h * MM - 1.4 * pad, 0.42 * w * MM)
  const width = w * MM - side - 2.4 * pad
  const small = h < 27
  const left = x + pad
  let top = y + pad
  const put = (text: string, size: number, weight: 400 | 700) => {
    if (text === '') return
    line(doc, text, left, top, width, size, weight)
    top += size * 1.18
  }
  doc.fillColor('#000')
  put(`${label.batch.code}   ${spoken(label.code)}`, small ? 9 : 11, 700)
  put(label.mixed ?? label.batch.variety.name, small ? 8.5 : 10.5, 700)
  put(f.t('labels.sown', { sown: f.date(label.sown) }), small ? 7 : 8.5, 400)
  put(trayWords(label, f), small ? 6.5 : 7.5, 400)
  put(nextWords(label, f), small ? 6.5 : 7.5, 400)
  if (!small) put(season.places[label.place]?.name ?? '', 7.5, 400)
  qr(doc, `${address}/b/${label.code}`, x + w * MM - side - pad * 0.6, y + (h * MM - side) / 2, side)
}

function stake(doc: PDFKit.PDFDocument, label: Label, address: string, f: Format, x: number, y: number): void {
  const [w, h] = [190 * MM, 11 * MM]
  doc.rect(x, y, w, h).lineWidth(0.3).dash(1.5, { space: 1.5 }).stroke('#999').undash()
  doc.fillColor('#000')
  qr(doc, `${address}/b/${label.code}`, x + 2, y + 1, h - 2)
  const left = x + h + 6
  line(doc, `${label.batch.code}   ${spoken(label.code)}`, left, y + 3, 38 * MM, 10, 700)
  line(doc, f.t('labels.sown', { sown: f.date(label.sown) }), left, y + 16, 38 * MM, 8, 400)
  line(doc, label.mixed ?? label.batch.variety.name, left + 40 * MM, y + 3, 78 * MM, 11, 700)
  line(
    doc,
    `${trayWords(label, f)}${nextWords(label, f) === '' ? '' : ` · ${nextWords(label, f)}`}`,
    left + 40 * MM,
    y + 17,
    130 * MM,
    7.5,
    400,
  )
}

/** Trays known by a code alone: a map by place that says what is in each, and the rows of shared trays. */
export function trayMapPdf(
  labels: readonly Label[],
  plan: Plan,
  season: Season,
  f: Format,
  { title, fonts }: { title: string; fonts: Fonts },
): PDFKit.PDFDocument {
  const page: readonly [number, number] = [210, 297]
  const doc = begin(page, title, fonts)
  const [left, bottom] = [14 * MM, (page[1] - 16) * MM]
  let y = Infinity
  const room = (height: number) => {
    if (y + height <= bottom) return
    doc.addPage()
    doc.fillColor('#000')
    line(doc, title, left, 12 * MM, 180 * MM, 15, 700)
    y = 22 * MM
  }
  const byPlace = new Map<number, Label[]>()
  for (const label of labels) byPlace.set(label.place, [...(byPlace.get(label.place) ?? []), label])
  for (const [place, own] of [...byPlace].sort(([a], [b]) => a - b)) {
    room(30)
    line(doc, season.places[place]?.name ?? '', left, y + 6, 180 * MM, 12, 700)
    y += 24
    for (const label of own) {
      room(15)
      doc
        .moveTo(left, y - 2)
        .lineTo(left + 182 * MM, y - 2)
        .lineWidth(0.3)
        .stroke('#bbb')
      doc.fillColor('#000')
      line(doc, `${spoken(label.code)}${label.tray === 0 ? '' : `-${label.tray}`}`, left, y, 26 * MM, 10, 700)
      line(doc, label.batch.code, left + 28 * MM, y, 22 * MM, 10, 700)
      line(doc, label.mixed ?? label.batch.variety.name, left + 52 * MM, y, 62 * MM, 10, 400)
      line(doc, f.t('labels.sown', { sown: f.date(label.sown) }), left + 116 * MM, y, 30 * MM, 8.5, 400)
      line(doc, label.container.name, left + 148 * MM, y, 34 * MM, 8.5, 400)
      y += 15
    }
  }
  const ids = new Set(labels.map(({ batch }) => batch.id))
  for (const tray of plan.shared.trays) {
    if (!season.habits.shareTrays || !tray.parts.some(({ batch }) => ids.has(batch.id))) continue
    room(40 + tray.parts.length * 13)
    line(
      doc,
      f.t('labels.sharedTray', { container: tray.container.name, day: f.date(tray.sowOn) }),
      left,
      y + 8,
      180 * MM,
      11,
      700,
    )
    y += 26
    for (const part of tray.parts) {
      line(
        doc,
        f.t('labels.rowsOf', {
          from: String(part.row + 1),
          to: String(part.row + part.rows),
          batch: `${part.batch.code} ${part.batch.variety.name}`,
          cells: count(f, part.cells, 'cell'),
        }),
        left,
        y,
        180 * MM,
        9.5,
        400,
      )
      y += 13
    }
  }
  if (y === Infinity) room(1)
  doc.end()
  return doc
}
