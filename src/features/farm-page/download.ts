/** Files that leave the application: from which season, and as what. */
import { noteDone } from '../../actions/audited'
import { seasonAsked } from '../../actions/season-in-view'
import { rowsOf } from '../../data/database'
import { loadSeason } from '../../data/season-repository'
import type { Season } from '../../season/schema'

export const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
export const CSV = 'text/csv; charset=utf-8'

/**
 * The season whose id the query says, else the one that was looked at last; none where there is no such.
 *
 * @param as what is taken out of it, where owners are to know
 */
export async function seasonOf(request: Request, as?: string): Promise<Season | undefined> {
  const found = await seasonAsked(new URL(request.url).searchParams.get('season'), 'read')
  if (found && as !== undefined) await noteDone(found.id.farm_id, 'exported', as)
  return (found && (await loadSeason(rowsOf(found.id), found.id)))?.season
}

/** What of a season could not be read, as it stands in the database. */
export async function leftOutFile(request: Request): Promise<Response> {
  const found = await seasonAsked(new URL(request.url).searchParams.get('season'), 'read')
  const stored = found && (await loadSeason(rowsOf(found.id), found.id))
  if (!stored) return nothingThere()
  const body = `${JSON.stringify({ leftOut: stored.setAside }, null, 1)}\n`
  return download(stored.season, 'left-out.json', 'application/json; charset=utf-8', body)
}

export const nothingThere = () =>
  new Response('There is no season yet.\n', { status: 404, headers: { 'content-type': 'text/plain; charset=utf-8' } })

/** A file of a season, to be kept. */
export const download = (season: Season, name: string, type: string, body: string | Uint8Array): Response =>
  new Response(body as BodyInit, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${fileName(season, name)}"`,
      'cache-control': 'no-store',
    },
  })

function fileName(season: Season, name: string): string {
  const slug = `${season.farm.name} ${season.season.name}`
    .normalize('NFD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
  return `${slug || 'season'}-${name}`
}
