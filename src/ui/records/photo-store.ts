/** Photos on this device until the server has them. */
import { del, get, set } from 'idb-keyval'
import { v4 as newId } from 'uuid'
import { faultOf } from './server-fault'

const LONGEST_SIDE = 1600 // px
const keyOf = (id: string) => `dove-photo-${id}`

/** A photo made small: it is written anew, so that nothing of where it was taken stays in it. */
async function madeSmall(file: File): Promise<Blob> {
  const picture = await createImageBitmap(file)
  const scale = Math.min(1, LONGEST_SIDE / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(picture.width * scale)
  canvas.height = Math.round(picture.height * scale)
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  return new Promise((done, failed) =>
    canvas.toBlob((blob) => (blob ? done(blob) : failed(new Error('this photo cannot be read'))), 'image/jpeg', 0.8),
  )
}

// Photos of a device that has no room: they are sent while the page stays open.
const inMemory = new Map<string, Blob>()

/** A photo that is on this device. */
export const localPhoto = (id: string): Promise<Blob | undefined> =>
  get<Blob>(keyOf(id)).then(
    (blob) => blob ?? inMemory.get(id),
    () => inMemory.get(id),
  )

// Photos still being made small: a record may be written before they are.
export const making = new Map<string, Promise<boolean>>()

/** Begins to keep a photo on this device; false when it cannot be read. */
export function keep(file: File): { id: string; done: Promise<boolean> } {
  const id = newId()
  const done = madeSmall(file)
    .then((blob) => set(keyOf(id), blob).catch(() => void inMemory.set(id, blob)))
    .then(
      () => true,
      () => false,
    )
    .finally(() => making.delete(id))
  making.set(id, done)
  return { id, done }
}

/** Sends the photos of a record that are still on this device. */
export async function sendPhotos(ids: readonly string[], season: string): Promise<void> {
  for (const id of ids) {
    await making.get(id)
    const blob = await localPhoto(id)
    if (!blob) continue
    const response = await fetch(`/api/photos/${id}?season=${season}`, {
      method: 'PUT',
      body: blob,
      signal: AbortSignal.timeout(120_000),
    })
    // What is no photo, or too large, is so at the next try as well.
    if (!response.ok && response.status !== 415 && response.status !== 413) throw faultOf(response)
    inMemory.delete(id)
    await del(keyOf(id)).catch(() => undefined)
  }
}
