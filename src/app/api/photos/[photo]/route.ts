import sharp from 'sharp'
import { z } from 'zod'
import { database } from '../../../../data/database'
import { findPhoto, keepPhoto } from '../../../../data/record-repository'
import { ownSeason } from '../../../../data/season-repository'
import { seasonAsked } from '../../../../actions/season-in-view'

export const dynamic = 'force-dynamic'

const MOST_BYTES = 15_000_000
const LONGEST_SIDE = 1600 // px

type Context = { params: Promise<{ photo: string }> }

const problem = (text: string, status: number) => Response.json({ problem: text }, { status })

/** Takes a photo, makes it small, and keeps nothing of where and with what it was taken. */
export async function PUT(request: Request, { params }: Context) {
  const photo = z.uuid().safeParse((await params).photo)
  if (!photo.success) return problem('A photo has a UUID for its name.', 400)
  const named = z.uuid().nullable().safeParse(new URL(request.url).searchParams.get('season'))
  if (!named.success) return problem('A season has a UUID for its name.', 400)
  const base = (await seasonAsked(named.data))?.base
  const id = base && (await ownSeason(database(), base.season_id))
  if (!id) return problem('There is no such season.', 409)
  const sent = Buffer.from(await request.arrayBuffer())
  if (sent.length === 0 || sent.length > MOST_BYTES) return problem('A photo has at most 15 MB.', 413)
  try {
    // Turned as it was held; written anew without any data about it.
    const { data, info } = await sharp(sent, { limitInputPixels: 100_000_000 })
      .rotate()
      .resize(LONGEST_SIDE, LONGEST_SIDE, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 78 })
      .toBuffer({ resolveWithObject: true })
    await keepPhoto(database(), id, {
      id: photo.data,
      type: 'image/jpeg',
      width: info.width,
      height: info.height,
      bytes: data,
    })
  } catch (error) {
    if (
      error instanceof Error &&
      /unsupported image|Input buffer|corrupt|pixel limit|VipsJpeg|premature end/i.test(error.message)
    )
      return problem('This is no photo that can be read.', 415)
    throw error
  }
  return new Response(null, { status: 204 })
}

export async function GET(request: Request, { params }: Context) {
  const photo = z.uuid().safeParse((await params).photo)
  const season = photo.success ? await seasonAsked(new URL(request.url).searchParams.get('season')) : undefined
  const found = season && (await findPhoto(database(), season.base, photo.data!))
  if (!found) return problem('There is no such photo.', 404)
  return new Response(new Uint8Array(found.bytes), {
    headers: { 'content-type': found.type, 'cache-control': 'private, max-age=31536000, immutable' },
  })
}
