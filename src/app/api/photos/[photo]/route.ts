import { z } from 'zod'
import { readBounded, TooLong } from '../../../../actions/bounded-body'
import { allowed } from '../../../../actions/asker'
import { seasonAsked } from '../../../../actions/season-in-view'
import { rowsOf } from '../../../../data/database'
import { madeSmall } from '../../../../data/photo/small-photo'
import { findPhoto, keepPhoto } from '../../../../data/record-repository'
import { ownSeason } from '../../../../data/season-repository'

export const dynamic = 'force-dynamic'

const MOST_BYTES = 15_000_000

type Context = { params: Promise<{ photo: string }> }

const problem = (text: string, status: number, headers: Record<string, string> = {}) =>
  Response.json({ problem: text }, { status, headers })

const CANNOT_BE_READ = 'This photo is damaged or too large to be read.'
const HEIC =
  'Photos of the kind HEIC cannot be read here. Set the camera to JPEG ("most compatible") and take it again.'

/** Takes a photo, makes it small, and keeps nothing of where and with what it was taken. */
export const PUT = allowed(async (request: Request, { params }: Context) => {
  const photo = z.uuid().safeParse((await params).photo)
  if (!photo.success) return problem('A photo has a UUID for its name.', 400)
  const named = z.uuid().nullable().safeParse(new URL(request.url).searchParams.get('season'))
  if (!named.success) return problem('A season has a UUID for its name.', 400)
  const base = (await seasonAsked(named.data, 'record'))?.base
  const id = base && (await ownSeason(rowsOf(base), base.season_id))
  if (!id) return problem('There is no such season.', 409)
  let sent
  try {
    sent = await readBounded(request, MOST_BYTES)
  } catch (error) {
    if (error instanceof TooLong) return problem('A photo has at most 15 MB.', 413)
    throw error
  }
  const made = await madeSmall(sent)
  if (!('problem' in made)) {
    const { bytes, width, height } = made
    await keepPhoto(rowsOf(id), id, { id: photo.data, type: 'image/jpeg', width, height, bytes })
    return new Response(null, { status: 204 })
  }
  if (made.problem === 'busy') return problem('Too many photos come at once.', 429, { 'retry-after': '10' })
  if (made.problem === 'no-photo') return problem('This is no photo: JPEG, PNG and WebP are taken.', 415)
  return problem(made.kind === 'heic' ? HEIC : CANNOT_BE_READ, 415)
})

export const GET = allowed(async (request: Request, { params }: Context) => {
  const photo = z.uuid().safeParse((await params).photo)
  const season = photo.success ? await seasonAsked(new URL(request.url).searchParams.get('season'), 'read') : undefined
  const found = season && (await findPhoto(rowsOf(season.base), season.base, photo.data!))
  if (!found) return problem('There is no such photo.', 404)
  return new Response(new Uint8Array(found.bytes), {
    headers: { 'content-type': found.type, 'cache-control': 'private, max-age=31536000, immutable' },
  })
})
