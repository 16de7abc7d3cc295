/** Labels of the season in view as a PDF. */
import { Readable } from 'node:stream'
import { z } from 'zod'
import { fontsOnDisk } from '../../interchange/fonts-on-disk'
import { makeLabels } from '../../interchange/labels-asked'
import { SHEETS, type SheetKey } from '../../interchange/labels-pdf'
import { createFormat, yearOf } from '../../words/format'
import { seasonFor } from '../../actions/season-data'
import { seasonAsked } from '../../actions/season-in-view'

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
  const { ids, map, address, ...rest } = asked.data
  const made = makeLabels(
    data,
    {
      ...rest,
      ids: ids === '' ? [] : ids.split(','),
      address: address ?? url.origin,
      map: map !== undefined,
    },
    createFormat(data.locale, data.units, yearOf(data.season.season)),
    fontsOnDisk(),
  )
  if ('tooMany' in made)
    return Response.json(
      { problem: `${made.tooMany} labels are too many for one print; choose fewer batches.` },
      { status: 413 },
    )
  const headers = {
    'content-type': 'application/pdf',
    'content-disposition': `inline; filename="${map ? 'tray-map' : 'labels'}.pdf"`,
    'cache-control': 'no-store',
  }
  return new Response(stream(made.doc), {
    headers:
      made.pages === undefined
        ? headers
        : { ...headers, 'x-pages': String(made.pages), 'x-labels': String(made.labels) },
  })
}

const stream = (doc: PDFKit.PDFDocument) => Readable.toWeb(doc as unknown as Readable) as ReadableStream
