/** The computed plan as plain JSON with ISO dates, for the command line and other programs. */
import { formatDay, parseDay, type Day } from '../core/calendar/day'
import type { Load } from '../core/capacity/load'
import type { Batch } from '../core/batch/batch'
import { limitAge } from '../core/schedule/forward'
import { settle } from '../core/field/who-gets-what'
import type { FieldCrop } from '../core/field/field-crop'
import { createPlanner, type Plan } from '../core/plan/plan'
import { progressReport } from './progress-report'
import type { LotUse } from '../core/seed/lot-use'
import type { Season } from '../season/schema'

const iso = (day: Day | undefined) => (day === undefined || day === Infinity ? null : formatDay(day))
const rounded = (value: number) => Math.round(value * 1e4) / 1e4

/**
 * Everything the plan of a season says, as plain data.
 *
 * @param day the day it is: then what was recorded counts, and every batch and part says how far it is
 */
export function planReport(whole: Season, day?: Day) {
  // What was written down after that day had not happened by then.
  const season =
    day === undefined ? whole : { ...whole, records: whole.records.filter(({ on }) => parseDay(on) <= day) }
  const plan = createPlanner().plan(season, day)
  return {
    farm: season.farm.name,
    season: season.season.name,
    batches: plan.batches.map((batch) => ({
      ...batchReport(batch, season),
      ...(day === undefined ? {} : progressReport(batch, plan, day)),
    })),
    ...(day === undefined ? {} : { lots: plan.lots.map(lotReport) }),
    places: plan.places.map((load) => ({ place: load.of.key, capacity: load.of.trayPlaces, ...loadReport(load) })),
    field: plan.inField.map((stand) => standReport(stand, plan)),
    containers: plan.containers.map((load) => ({
      container: load.of.key,
      owned: load.of.owned ?? null,
      ...loadReport(load),
    })),
  }
}

const lotReport = ({ lot, had, used, gone, left, needed, short }: LotUse) => ({
  lot: lot.key,
  had: had ?? null,
  used,
  gone,
  left: left ?? null,
  needed,
  short,
})

function standReport(stand: FieldCrop, plan: Plan) {
  const { shares, left, short } = settle(stand.goes, stand.stand?.plants ?? stand.plants)
  return {
    code: stand.code,
    planting: stand.planting.key,
    from: iso(stand.from),
    firstHarvest: iso(stand.harvest),
    clear: iso(stand.clears),
    inPlace: stand.inPlace
      ? {
          metres: rounded(stand.inPlace.metres),
          seeds: stand.inPlace.seeds,
          up: iso(stand.inPlace.up),
          thin: iso(stand.inPlace.thin),
        }
      : null,
    goes: shares.map(({ share, gets }) => ({ ...share, gets })),
    left,
    short,
    clashes: (plan.beds.clashesOf.get(stand.id) ?? []).map(({ bed, over, freeOn, inTheWay }) => ({
      bed: bed.key,
      over: rounded(over),
      freeOn: Number.isFinite(freeOn) ? iso(freeOn) : null,
      inTheWay: inTheWay.map(({ what }) => what),
    })),
  }
}

function loadReport(load: Load<unknown>) {
  return {
    peak: rounded(load.peak),
    peakDay: iso(load.peakDay),
    over: load.over.map((over) => ({
      from: iso(over.from),
      until: iso(over.until),
      most: rounded(over.most),
      worst: iso(over.worst),
    })),
  }
}

function batchReport(batch: Batch, season: Season) {
  const { pass, sizing, window } = batch
  return {
    code: batch.code,
    planting: batch.planting.key,
    variety: batch.variety.key,
    method: batch.way.method.key,
    plants: batch.plants,
    plant: iso(batch.plantOn),
    sow: iso(batch.sow),
    window: window ? [iso(window.earliest), iso(window.latest)] : null,
    emergence: iso(pass?.emergence),
    leavesHeat: iso(pass?.leavesHeat),
    ready: iso(batch.ready),
    limit: iso(batch.limit),
    ageAtPlanting: rounded(batch.ageAtPlanting),
    readyAge: pass && pass.readyAge < Infinity ? rounded(pass.readyAge) : null,
    limitAge: pass ? rounded(limitAge(batch.way.route)) : null,
    cells: sizing?.cells ?? null,
    seeds: sizing?.seeds ?? null,
    countsByStage: sizing?.counts ?? [],
    chance: sizing ? rounded(sizing.chance) : null,
    stays: batch.stays.map((stay) => ({
      kind: stay.kind,
      place: season.places[stay.place]!.key,
      container: stay.container.key,
      from: iso(stay.from),
      until: iso(stay.until),
      cells: stay.cells,
      trays: stay.trays,
      trayPlaces: stay.trayPlaces,
    })),
    marks: batch.marks.map((mark) => ({
      ...mark,
      ...('place' in mark ? { place: season.places[mark.place]!.key } : {}),
      ...('day' in mark ? { day: iso(mark.day) } : {}),
      ...('from' in mark ? { from: iso(mark.from), until: iso(mark.until) } : {}),
    })),
  }
}
