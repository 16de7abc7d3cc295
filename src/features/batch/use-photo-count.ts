/** The tray in a photo, looked for beside the page and looked at anew when its corners are moved. */
'use client'
import { transfer } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { CountedTray } from '../../core/traypicture/count-tray'
import type { Grid } from '../../core/traypicture/walls'
import type { Corners } from '../../core/traypicture/upright'
import { startBeside, type Beside } from '../../ui/page-worker'

/** `looking` for the tray, `found` it, seen `no-tray`; or a photo that `cannot-be-read`. */
export type PhotoState = 'looking' | 'found' | 'no-tray' | 'cannot-be-read'

export interface PhotoCount {
  state: PhotoState
  /** Whether it is being looked at. */
  busy: boolean
  /** The photo to be shown, and how wide it is for its height. */
  shown: { url: string; aspect: number } | undefined
  tray: Omit<CountedTray, 'cells'>
  cells: CountedTray['cells'] | undefined
  /** Looks again, at a tray with these corners. */
  lookAt: (corners: Corners) => void
}

/** Where the corners wait to be dragged to, where no tray is seen. */
const GUESS: Corners = [
  { x: 0.15, y: 0.2 },
  { x: 0.85, y: 0.2 },
  { x: 0.85, y: 0.8 },
  { x: 0.15, y: 0.8 },
]

export function usePhotoCount(photo: File, grids: readonly [Grid, ...Grid[]]): PhotoCount {
  const [seen, setSeen] = useState<Omit<PhotoCount, 'lookAt'>>(() => ({
    state: 'looking',
    busy: true,
    shown: undefined,
    tray: { corners: GUESS, grid: grids[0] },
    cells: undefined,
  }))
  const beside = useRef<Beside>(undefined)
  const ask = useRef(0)
  const ways = useRef(grids)

  useEffect(() => {
    const worker = startBeside()
    beside.current = worker
    const url = URL.createObjectURL(photo)
    let gone = false
    const look = async () => {
      const picture = await createImageBitmap(photo)
      const aspect = picture.width / picture.height
      setSeen((now) => ({ ...now, shown: { url, aspect } }))
      const found = await worker.api.tray(transfer(picture, [picture]), ways.current)
      if (gone) return
      setSeen((now) =>
        found
          ? { ...now, state: 'found', busy: false, tray: found, cells: found.cells }
          : { ...now, state: 'no-tray', busy: false },
      )
    }
    look().catch((error: unknown) => {
      if (gone) return
      console.warn('A photo cannot be read:', error)
      setSeen((now) => ({ ...now, state: 'cannot-be-read', busy: false }))
    })
    return () => {
      gone = true
      worker.own.terminate()
      URL.revokeObjectURL(url)
    }
  }, [photo])

  const lookAt = (corners: Corners) => {
    const mine = ++ask.current
    const { grid } = seen.tray
    setSeen({ ...seen, busy: true, tray: { grid, corners } })
    const again = async () => {
      const picture = await createImageBitmap(photo)
      const found = await beside.current?.api.tray(transfer(picture, [picture]), [grid], { corners, grid })
      if (mine === ask.current && found)
        setSeen((now) => ({ ...now, state: 'found', busy: false, cells: found.cells, tray: { grid, corners } }))
    }
    again().catch((error: unknown) => {
      console.warn('The cells of a tray cannot be read:', error)
      if (mine === ask.current) setSeen((now) => ({ ...now, busy: false, cells: undefined, state: 'no-tray' }))
    })
  }
  return { ...seen, lookAt }
}
