/** Labels of the season in view as a PDF. */
import { Readable } from 'node:stream'
import { z } from 'zod'
import { parseDay, weekStart } from '../../core/calendar/day'
import { labelCodes, labelDay, labelsOf } from '../../core/labels/content'
import { createPlanner } from '../../core/plan/plan'
import { labelsPdf, SHEETS, trayMapPdf, type SheetKey } from '../../interchange/labels-pdf'
import { createFormat, yearOf } from '../../words/format'
import { seasonFor } from '../../actions/season-data'
import { seasonAsked } from '../../actions/season-in-view'

const MOST_LABELS = 5000

const Asked = z.object({
  ids: z.string().max(60_000).default(''),
  day: z.iso.date().optional(),
  for: z.enum(['sow', 'pot-up', 'standing']).default('standing'),
  each: z.enum(['tray', 'batch']).default('tray'),
  sheet: z.enum(Object.keys(SHEETS) as [SheetKey, ...SheetKey[]]).default('a4-24'),
  skip: z.coerce.number().int().min(0).max(100).default(0),
  address: z.url({ protocol: /^https?$/ }).optional(),
  map: z.enum(['1']).optional(),
  season: z.uuid().optional(),
})

/** Answers with the PDF; `x-pages` says how many pages come. */
export async function labelsOut(request: Request): Promise<Response> {
  const url = new URL(request.url)
  const asked = Asked.safeParse(Object.fromEntries(url.searchParams))
  if (!asked.success)
    return Response.json(
      { problem: asked.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join('; ') },
      { status: 400 },
    )
  const found = await seasonAsked(asked.data.season ?? null, 'read')
  const data = found && (await seasonFor(found))
  if (!data) return Response.json({ problem: 'There is no season open.' }, { status: 409 })
  const { season } = data
  const today = parseDay(data.today)
  const plan = createPlanner().plan(season, today)
  const { ids, day, each, sheet, skip, address, map } = asked.data
  const wanted = ids === '' ? [] : ids.split(',')
  const batches = wanted.flatMap((id) => plan.byId.get(id) ?? [])
  const codes = labelCodes(plan.batches, season.records)
  const on = day === undefined ? today : parseDay(day)
  const labels = labelsOf(batches, season, codes, (batch) => labelDay(batch, asked.data.for, weekStart(on), on), each)
  if (labels.length > MOST_LABELS)
    return Response.json(
      { problem: `${labels.length} labels are too many for one print; choose fewer batches.` },
      { status: 413 },
    )
  const format = createFormat(data.locale, data.units, yearOf(season.season))
  const headers = {
    'content-type': 'application/pdf',
    'content-disposition': `inline; filename="${map ? 'tray-map' : 'labels'}.pdf"`,
    'cache-control': 'no-store',
  }
  if (map)
    return new Response(
      stream(
        trayMapPdf(
          labels,
          plan,
          season,
          format,
          format.t('labels.trays', {
            farm: season.farm.name,
            extra: format.date(day === undefined ? today : parseDay(day)),
          }),
        ),
      ),
      { headers },
    )
  const { doc, pages } = labelsPdf(
    { labels, sheet, skip, address: (address ?? url.origin).replace(/\/+$/, '') },
    season,
    format,
  )
  return new Response(stream(doc), {
    headers: { ...headers, 'x-pages': String(pages), 'x-labels': String(labels.length) },
  })
}

const stream = (doc: PDFKit.PDFDocument) => Readable.toWeb(doc as unknown as Readable) as ReadableStream
