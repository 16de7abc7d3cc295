/** Labels as they are asked for, on the server and on the device alike. */
import { parseDay, weekStart, type Day } from '../core/calendar/day'
import { labelCodes, labelDay, labelsOf } from '../core/labels/content'
import { createPlanner } from '../core/plan/plan'
import type { Season } from '../season/schema'
import type { Format } from '../words/format'
import { labelsPdf, trayMapPdf, type Fonts, type SheetKey } from './labels-pdf'

/** What is asked for. */
export interface LabelsAsked {
  /** Ids of batches. */
  ids: readonly string[]
  /** ISO day they are made for; the season's own unless given. */
  day?: string | undefined
  for: 'sow' | 'pot-up' | 'standing'
  each: 'tray' | 'batch'
  sheet: SheetKey
  /** Labels already used on the first sheet. */
  skip: number
  /** By which phones open what a code says. */
  address: string
  /** A map of coded trays in the place of labels. */
  map: boolean
}

const MOST_LABELS = 5000

/** A document that is being written; or how many labels it would be, where those are too many. */
export type LabelsMade = { doc: PDFKit.PDFDocument; pages: number | undefined; labels: number } | { tooMany: number }

/** @param today ISO day it is for the season */
export function makeLabels(
  { season, today: on }: { season: Season; today: string },
  asked: LabelsAsked,
  format: Format,
  fonts: Fonts,
): LabelsMade {
  const today = parseDay(on)
  const plan = createPlanner().plan(season, today)
  const batches = asked.ids.flatMap((id) => plan.byId.get(id) ?? [])
  const codes = labelCodes(plan.batches, season.records)
  const day: Day = asked.day === undefined ? today : parseDay(asked.day)
  const labels = labelsOf(
    batches,
    season,
    codes,
    (batch) => labelDay(batch, asked.for, weekStart(day), day),
    asked.each,
  )
  if (labels.length > MOST_LABELS) return { tooMany: labels.length }
  if (asked.map) {
    const title = format.t('labels.trays', { farm: season.farm.name, extra: format.date(day) })
    return { doc: trayMapPdf(labels, plan, season, format, { title, fonts }), pages: undefined, labels: labels.length }
  }
  const address = asked.address.replace(/\/+$/, '')
  const { sheet, skip } = asked
  return { ...labelsPdf({ labels, sheet, skip, address, fonts }, season, format), labels: labels.length }
}
