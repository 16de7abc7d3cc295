/**
 * The one web worker of the pages. There is one and no more: the bundler starts every worker from the same script with
 * another fragment in its address, and a browser that has that script already may keep the fragment of the first.
 */
import { expose } from 'comlink'
import type { Day } from '../core/calendar/day'
import type { Honesty } from '../core/advice/honest'
import type { Lever, LeversAsked } from '../core/rehearsal/levers'
import type { Rehearsal } from '../core/rehearsal/rehearse'
import type { Rehearsed } from '../core/rehearsal/years'
import type { CountedTray } from '../core/traypicture/count-tray'
import type { Grid } from '../core/traypicture/walls'
import type { Corners } from '../core/traypicture/upright'
import type { Season } from '../season/schema'
import type { FitAsked } from '../core/hold/hold'
import type { FitStatus } from '../worker/fit-plan'
import type { LabelsAsked } from './labels-asked'
import type { LabelsOf } from './labels-beside'
import { sheetBeside } from './plan-sheet/reader'
import { sheetFile } from './sheet-file/beside'

const api = {
  ...sheetFile,
  ...sheetBeside,
  /** What the codes in a picture say. */
  async codes(picture: ImageBitmap): Promise<string[]> {
    const { codesInPicture } = await import('./codes-in-picture')
    return codesInPicture(picture)
  },
  /** The tray in a photo; `at` where somebody has shown its corners. */
  async tray(
    photo: ImageBitmap,
    grids: readonly Grid[],
    at?: { corners: Corners; grid: Grid },
  ): Promise<CountedTray | undefined> {
    const { cellsAt, trayInPhoto } = await import('./tray-in-photo')
    return at ? cellsAt(photo, at.corners, at.grid) : trayInPhoto(photo, grids)
  },
  /** Labels as a PDF. */
  async labels(
    of: LabelsOf,
    asked: LabelsAsked,
    onShare: (share: number) => void,
  ): Promise<Blob | { tooMany: number }> {
    const { labelsBeside } = await import('./labels-beside')
    return labelsBeside(of, asked, onShare)
  },
  /** The plan made to fit. */
  async fit(season: Season, asked: FitAsked, onNews: (status: FitStatus) => void): Promise<FitStatus> {
    const { fitBeside } = await import('../worker/fit-beside')
    return fitBeside(season, asked, onNews)
  },
  /** The season rehearsed. */
  async rehearse(season: Season, today: Day, asked: Rehearsed, onYears: (years: number) => void): Promise<Rehearsal> {
    const { rehearseBeside } = await import('../worker/rehearse-beside')
    return rehearseBeside(season, today, asked, onYears)
  },
  /** How far forecasts held, day by day of what was written down. */
  async honesty(season: Season, today: Day): Promise<Honesty> {
    const [{ createPlanner }, { honestyOf }] = await Promise.all([
      import('../core/plan/plan'),
      import('../core/advice/honest'),
    ])
    return honestyOf(createPlanner(), createPlanner().plan(season, today))
  },
  /** What would help some plantings most, in the same years. */
  async levers(season: Season, today: Day, asked: LeversAsked, onShare: (share: number) => void): Promise<Lever[]> {
    const { leversBeside } = await import('../worker/rehearse-beside')
    return leversBeside(season, today, asked, onShare)
  },
}

export type PageWorkerApi = typeof api

expose(api)
