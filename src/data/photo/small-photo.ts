/** Photos made small, one at a time, in a process of their own that is ended when one takes too long. */
import { createBeside, EndedBeside, TooManyWaiting } from '../beside'
import { kindOf, type PhotoKind } from './kinds'

/** A photo made small: JPEG without any data about where and with what it was taken. */
export interface SmallPhoto {
  bytes: Buffer
  width: number
  height: number
}

/** Why a photo was not taken. */
export type PhotoProblem =
  /** It is none of the kinds that are taken. */
  | { problem: 'no-photo' }
  /** It is damaged, has too many pixels, or is of a kind that cannot be read here. */
  | { problem: 'cannot-be-read'; kind: PhotoKind }
  /** Too many wait already. */
  | { problem: 'busy' }

const ask = createBeside<Uint8Array, { bytes: Uint8Array; width: number; height: number } | null>({
  program: 'src/worker/small-photo.mjs',
  memory: 256,
  patience: 20_000,
  keptFor: 30_000,
  mostWaiting: 12,
})

/** Makes a photo small when those before it are done. */
export async function madeSmall(photo: Uint8Array): Promise<SmallPhoto | PhotoProblem> {
  const kind = kindOf(photo)
  if (!kind) return { problem: 'no-photo' }
  try {
    const made = await ask(photo)
    return made ? { ...made, bytes: Buffer.from(made.bytes) } : { problem: 'cannot-be-read', kind }
  } catch (error) {
    if (error instanceof TooManyWaiting) return { problem: 'busy' }
    // What a crafted file did to the process that read it.
    if (error instanceof EndedBeside && !/ERR_MODULE/.test(error.message)) return { problem: 'cannot-be-read', kind }
    throw error
  }
}
