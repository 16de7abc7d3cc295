/** What has happened on the demo farm up to the day it opens on: made by a seeded generator from its own plan. */
import { formatDay, parseDay, weekday, type Day } from '../../src/core/calendar/day'
import { thermalShareOn } from '../../src/core/progress/seen'
import { shareShowing } from '../../src/core/germination/emergence'
import type { Batch } from '../../src/core/batch/batch'
import { createPlanner } from '../../src/core/plan/plan'
import { tasksOf, type Task } from '../../src/core/batch/tasks'
import { seeded } from '../../src/core/statistics/random'
import { daysOf } from '../../src/core/climate/readings'
import type { Entry, Readings, Season } from '../../src/season/schema'
import { simulatedThermometer } from '../../src/standins/thermometer'

const CREW = ['Crew A', 'Crew B', 'Grower'] as const

/** Seedlings that come up better or worse than their lot was tested, by planting. */
const STANDS: Record<string, number> = { cl: 0.55, le: 0.8 }

/** Records of a season up to a day, in the order they were written. */
export function madeUpRecords(season: Season, today: Day): Entry[] {
  const plan = createPlanner().plan(season)
  const records: (Entry & { order: number })[] = []
  const random = seeded(41)
  let made = 0
  const write = (on: Day, hour: number, batch: string | undefined, what: Entry['what'], more: Partial<Entry> = {}) => {
    const at = `${formatDay(on)}T${String(hour).padStart(2, '0')}:${String(Math.floor(random() * 60)).padStart(2, '0')}:00.000Z`
    const id = `d0e50000-0000-4000-8000-${(++made).toString(16).padStart(12, '0')}`
    const entry = {
      id,
      on: formatDay(on),
      at,
      who: CREW[Math.floor(random() * CREW.length)]!,
      ...(batch === undefined ? {} : { batch }),
      what,
      ...more,
    }
    records.push({ ...entry, order: on * 100_000 + hour * 1000 + made / 1000 })
    return entry
  }
  const from = parseDay(season.season.from)
  write(from + 3, 8, undefined, { did: 'note' }, { note: 'Mats tried out, both warm. The record begins.' })

  for (const batch of plan.batches) {
    if (!batch.sizing || !batch.pass) continue
    // What was sown before the record began was put into it on its first day; the rest of that time is done as planned.
    if (batch.sow! < from + 3 && batch.plantOn > from + 3) {
      const sowing = tasksOf(batch, batch.sow!, batch.sow! + 1).find(({ kind }) => kind === 'sow')
      if (sowing) take(sowing, batch.sow!)
    }
    const tasks = tasksOf(batch, from + 3, today + 1).sort((a, b) => a.day - b.day)
    const sown = tasks.some(({ kind }) => kind === 'sow') || (batch.sow! < from + 3 && batch.plantOn > today)
    if (!sown) {
      for (const task of tasks) if (task.day < today) take(task, task.day)
      continue
    }
    for (const task of tasks) {
      // A few pieces of today's work are done already; two of yesterday's were left.
      if (
        task.day >= today ||
        (task.day >= today - 6 && ['thin', 'feed', 'pinch', 'pot-up'].includes(task.kind) && random() < 0.5)
      )
        continue
      const late = task.kind === 'thin' || task.kind === 'move' ? Math.floor(random() * 2.2) : 0
      if (task.day + late < today) take(task, task.day + late)
    }
    if (batch.sow! >= from + 3 && batch.sow! < today) count(batch)
  }
  // One night of frost in the tunnel: the heater was out of gas.
  const night = parseDay('2027-03-23')
  const hurt = plan.batches.find(({ code }) => code === 'CA')
  if (hurt && hurt.sow! < night)
    write(
      night,
      7,
      hurt.id,
      { did: 'loss', plants: 14, cause: 'cold' },
      { note: 'Heater out of gas in the night, the door end froze.' },
    )
  for (let day = from + 30; day < today; day++) {
    for (const place of season.places) {
      const every = place.kind === 'heat-mat' || place.kind === 'lit-shelf' ? 2 : 3
      const used = plan.batches.some(({ stays }) =>
        stays.some((stay) => season.places[stay.place] === place && stay.from <= day && day < stay.until),
      )
      if (used && (day + place.key.length) % every === 0 && weekday(day) !== 7)
        write(day, 10, undefined, { did: 'round', what: 'water' }, { place: place.key })
    }
  }
  return records.sort((a, b) => a.order - b.order).map(({ order: _, ...entry }) => entry)

  function take({ kind, nth, batch, cells, trays, place }: Task, on: Day): void {
    const where =
      place === undefined || !['sow', 'receive', 'leave-heat', 'pot-up', 'move', 'harden'].includes(kind)
        ? {}
        : { place: season.places[place]!.key }
    const lost = kind === 'pot-up' ? Math.floor(random() * 0.04 * cells) : 0
    const amounts =
      kind === 'sow'
        ? { cells, trays, seeds: batch.sizing!.seeds }
        : kind === 'receive'
          ? { cells, trays }
          : kind === 'pot-up'
            ? { cells: cells - lost, trays }
            : kind === 'plant'
              ? { plants: Math.min(batch.plants, batch.plants - Math.floor(random() * 4) + 2) }
              : {}
    write(on, kind === 'sow' ? 9 : 14, batch.id, { did: 'task', task: kind, nth, ...where, ...amounts })
  }

  /** Counted once most of it should be up. */
  function count(batch: Batch): void {
    const { way, pass, seed } = batch
    if (way.route.boughtAge !== undefined || way.method.sowing.policy === 'flat') return
    const on = pass!.emergence + 3
    // The last few are still to be counted.
    if (on >= today - 7) return
    const cells = batch.stays[0]!.cells
    const share = seed.germination * (STANDS[batch.planting.key] ?? 0.97 + 0.05 * random())
    const up = share * shareShowing(thermalShareOn(way.route, pass!, on) / way.route.pace, way.route.germination.spread)
    const showing = Math.min(
      cells,
      Math.round(cells * (1 - (1 - up) ** way.seedsPerCell) + (random() - 0.5) * Math.sqrt(cells * 0.1)),
    )
    const doubles = way.seedsPerCell > 1 ? Math.min(showing, Math.round(showing * up * 0.8)) : 0
    write(on, 11, batch.id, { did: 'count', cells, showing, doubles })
  }
}

/** What the stand-in's thermometers measured up to a day. */
export function madeUpReadings({ site, season, places }: Season, today: Day): Readings[] {
  const thermometer = simulatedThermometer(site, site.thermometer!.seed)
  return places.map((place) => ({
    place: place.key,
    from: 'stand-in',
    days: daysOf(thermometer.read(place, parseDay(season.from) + 3, today), place.temperature.held !== undefined).days,
  }))
}
