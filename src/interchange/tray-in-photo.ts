/** Counts the tray in a photo: beside the page, from the picture alone. */
import { countAt, countTray, type CountedTray } from '../core/traypicture/count-tray'
import type { Grid } from '../core/traypicture/walls'
import type { Picture } from '../core/traypicture/picture'
import type { Corners } from '../core/traypicture/upright'

const LONGEST_SIDE = 1280 // px: a cell of a tray of 200 is still 50 wide

/** The photo in small, with corners in shares of its width and height: as they are shown at any size. */
function read(photo: ImageBitmap): Picture {
  const scale = Math.min(1, LONGEST_SIDE / Math.max(photo.width, photo.height))
  const [width, height] = [Math.round(photo.width * scale), Math.round(photo.height * scale)]
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (!context) throw new Error('this browser draws no pictures beside the page')
  context.imageSmoothingQuality = 'high'
  context.drawImage(photo, 0, 0, width, height)
  photo.close()
  return { width, height, data: context.getImageData(0, 0, width, height).data }
}

const scaled = (corners: Corners, x: number, y: number): Corners =>
  corners.map((corner) => ({ x: corner.x * x, y: corner.y * y })) as unknown as Corners

/**
 * @param photo is used up
 * @returns the tray, its corners as shares of the photo's width and height; nothing where none is seen
 */
export function trayInPhoto(photo: ImageBitmap, grids: readonly Grid[]): CountedTray | undefined {
  const picture = read(photo)
  const found = countTray(picture, grids)
  return found && { ...found, corners: scaled(found.corners, 1 / picture.width, 1 / picture.height) }
}

/** The cells of the tray between corners that somebody has shown, as shares of the photo's width and height. */
export function cellsAt(photo: ImageBitmap, corners: Corners, grid: Grid): CountedTray {
  const picture = read(photo)
  return { corners, grid, cells: countAt(picture, scaled(corners, picture.width, picture.height), grid) }
}
