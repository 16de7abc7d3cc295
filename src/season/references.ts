/**
 * Checks across a season document: every key exists and is unique, and values that depend on
 * each other agree. Works on raw JSON, so that these are reported together with bad values.
 */
import { choosesPlaces, LISTS, referencesOf, valuesAt } from './lists'
import { MOST_OF_SERIES, plantingSpan, shiftWritten } from './planting-span'
import type { Problem } from './problem'
import { COLLECTIONS, type Collection, type Season } from './schema'
import { isTimeZone } from './time-zone'

type Raw = Record<string, unknown>

/**
 * Every broken reference or contradiction in a raw season document.
 *
 * @param before the season it was made from by changing things of its lists, which had none: what is the same thing in
 *   both, and refers to nothing that changed, is not looked at again
 */
export function referenceProblems(value: unknown, before?: Season): Problem[] {
  if (!isGroup(value)) return []
  const problems: Problem[] = []
  const say = (path: string, message: string) => problems.push({ path, message })

  const lists = {} as Record<Collection, [Raw, string][]>
  const byKey = {} as Record<Collection, Map<string, Raw>>
  for (const of of COLLECTIONS) {
    lists[of] = entries(value, of)
    byKey[of] = keyed(of, lists[of], say)
  }
  checkCodes(lists.plantings, say)
  const anyPlace = lists.places.length > 0
  if (before) keepUnsettled(lists, before)
  for (const of of COLLECTIONS)
    for (const [item, at] of lists[of])
      for (const { to, key, at: inside } of referencesOf(of, item))
        if (!byKey[to].has(key)) say(`${at}.${inside}`, `there is no ${LISTS[to].one} with the key "${key}" in ${to}.`)

  checkSeasonSpan(value, say)
  const zone = isGroup(value.farm) ? value.farm.timeZone : undefined
  if (typeof zone === 'string' && zone.length <= 60 && !isTimeZone(zone))
    say('farm.timeZone', `there is no time zone "${zone}": use a name such as Europe/Paris.`)
  checkFrost(value, say)
  const events = checkEvents(value, say)
  if (isGroup(value.habits) && isGroup(value.habits.crew)) checkParts(value.habits.crew.parts, 'habits.crew.parts', say)
  lists.places.forEach(([item, at]) => checkPlace(item, at, say))
  lists.crops.forEach(([item, at]) => checkCrop(item, at, say))
  lists.varieties.forEach(([item, at]) => {
    checkOverrides(item, at, byKey.crops.get(String(item.crop)), say)
  })
  lists.containers.forEach(([item, at]) => checkContainer(item, at, say))
  lists.lots.forEach(([item, at]) => {
    if (!Array.isArray(item.homeTests)) return
    item.homeTests.forEach((test: unknown, i) => {
      if (isGroup(test) && isNumber(test.sown) && isNumber(test.up) && test.up > test.sown) {
        say(`${at}.homeTests[${i}].up`, `${test.up} cannot come up of ${test.sown} sown.`)
      }
    })
  })
  lists.methods.forEach(([item, at]) => {
    checkSowing(item, at, byKey.crops.get(String(item.crop)), byKey.containers, say)
    checkStages(item, at, byKey.crops.get(String(item.crop)), say)
  })

  lists.beds.forEach(([item, at]) => {
    checkStanding(item, at, say)
  })

  if (!before || value.records !== before.records) checkRecords(value, say)

  lists.plantings.forEach(([item, at]) => {
    const crop = byKey.varieties.get(String(item.variety))?.crop
    const methodCrop = byKey.methods.get(String(item.method))?.crop
    if (typeof crop === 'string' && typeof methodCrop === 'string' && crop !== methodCrop) {
      say(`${at}.method`, `the method "${String(item.method)}" is for ${methodCrop}, but the variety is a ${crop}.`)
    }
    if (!anyPlace && choosesPlaces(byKey.methods.get(String(item.method))))
      say(`${at}.method`, 'there is no place to raise it in: the farm needs at least one.')
    const lotVariety = byKey.lots.get(String(item.lot))?.variety
    if (byKey.varieties.has(String(item.variety)) && typeof lotVariety === 'string' && lotVariety !== item.variety)
      say(`${at}.lot`, `the lot "${String(item.lot)}" holds seed of ${lotVariety}, not of ${String(item.variety)}.`)
    if (isGroup(item.anchor)) {
      const { to, event, night, soil } = item.anchor
      if (to === 'event' && typeof event === 'string' && !events.has(event))
        say(`${at}.anchor.event`, `there is no event with the key "${event}" in site.events.`)
      if (to === 'warmth' && night === undefined && soil === undefined)
        say(`${at}.anchor`, 'needs a temperature of the night, of the soil, or both.')
    }
    checkDecided(item, at, byKey, say)
    checkSeries(item, at, say)
    checkPlantingSpan(item, at, value.season, say)
  })
  return problems
}

type Say = (path: string, message: string) => void

/** Leaves of each list what must be looked at: what is new or changed, and what refers to it or to what is gone. */
function keepUnsettled(lists: Record<Collection, [Raw, string][]>, before: Season): void {
  if (lists.places.length > 0 !== before.places.length > 0) return // whether there is any place counts everywhere
  const changed = new Set<string>()
  const same = new Set<unknown>()
  for (const of of COLLECTIONS) {
    const was = new Set<unknown>(before[of])
    for (const [item] of lists[of])
      if (was.delete(item)) same.add(item)
      else changed.add(`${of}/${String(item.key)}`)
    for (const gone of was) changed.add(`${of}/${(gone as { key: string }).key}`)
  }
  const changedLists = new Set([...changed].map((one) => one.slice(0, one.indexOf('/'))))
  for (const of of COLLECTIONS) {
    const mayRefer = LISTS[of].refers.some(({ to }) => changedLists.has(to))
    lists[of] = lists[of].filter(
      ([item]) =>
        !same.has(item) || (mayRefer && referencesOf(of, item).some(({ to, key }) => changed.has(`${to}/${key}`))),
    )
  }
}

/** Each planting has a code of its own. */
function checkCodes(plantings: [Raw, string][], say: Say): void {
  const codes = new Map<string, string>()
  for (const [{ code }, at] of plantings) {
    if (typeof code !== 'string') continue
    const other = codes.get(code)
    if (other) say(`${at}.code`, `the code "${code}" is taken by ${other} already; each planting needs its own.`)
    else codes.set(code, at)
  }
}

/** Records are told apart by their ids, and correct only what is there. A planting may be gone that something happened to. */
function checkRecords(value: Raw, say: (path: string, message: string) => void): void {
  if (!Array.isArray(value.records)) return
  const ids = new Map<unknown, number>()
  value.records.forEach((record: unknown, i) => {
    if (!isGroup(record)) return
    const other = ids.get(record.id)
    if (other !== undefined)
      say(`records[${i}].id`, `this id is that of records[${other}] already; each record has its own.`)
    else ids.set(record.id, i)
    if (record.instead !== undefined && !ids.has(record.instead))
      say(`records[${i}].instead`, 'it corrects a record that does not stand before it.')
    if (record.void === true && record.instead === undefined)
      say(`records[${i}].void`, 'say with `instead` which record it takes back.')
  })
}

function checkSeasonSpan(value: Raw, say: Say): void {
  const span = value.season
  if (!isGroup(span) || !isDate(span.from) || !isDate(span.to)) return
  if (span.to < span.from) say('season.to', `the season ends ${span.to}, before it begins ${span.from}.`)
  else if (Date.parse(span.to) - Date.parse(span.from) > 800 * 86_400_000) {
    say('season.to', 'the season is longer than 800 days; plan one year at a time.')
  }
}

function checkFrost(value: Raw, say: Say): void {
  const frost = isGroup(value.site) ? value.site.frost : undefined
  if (!isGroup(frost)) return
  for (const side of ['lastSpring', 'firstAutumn'] as const) {
    const date = frost[side]
    if (isGroup(date)) {
      checkMonthDay(date.median, `site.frost.${side}.median`, say)
      checkHalf(date.median, side, isGroup(value.site) ? value.site.latitude : undefined, say)
    }
  }
}

const NEAR_EQUATOR = 20 // degrees within which the half of the year says nothing

/** Last frosts fall between midwinter and midsummer of their hemisphere, first ones in the other half. */
function checkHalf(median: unknown, side: 'lastSpring' | 'firstAutumn', latitude: unknown, say: Say): void {
  if (typeof median !== 'string' || !isNumber(latitude) || Math.abs(latitude) < NEAR_EQUATOR) return
  const firstHalf = median < '07-15'
  if (firstHalf === ((side === 'lastSpring') === latitude >= 0)) return
  const [what, when] =
    side === 'lastSpring'
      ? ['a last frost of spring', latitude >= 0 ? 'January to mid-July' : 'mid-July to December']
      : ['a first frost of autumn', latitude >= 0 ? 'mid-July to December' : 'January to mid-July']
  say(`site.frost.${side}.median`, `${median} cannot be ${what} at latitude ${latitude}: there it comes from ${when}.`)
}

/** Keys of the events. */
function checkEvents(value: Raw, say: Say): Set<string> {
  const site = isGroup(value.site) ? value.site : {}
  return new Set(
    keyed(
      'site.events',
      entries(site, 'events').map(([item, at]) => [item, `site.${at}`]),
      say,
    ).keys(),
  )
}

/** What stands in a bed from before leaves after it came, and two such do not overlap. */
function checkStanding(bed: Raw, at: string, say: Say): void {
  if (!Array.isArray(bed.standing)) return
  bed.standing.forEach((one: unknown, i) => {
    if (isGroup(one) && isDate(one.from) && isDate(one.until) && one.until <= one.from)
      say(`${at}.standing[${i}].until`, `it is clear on ${one.until}, not after it came, ${one.from}.`)
  })
}

/** Other methods of a planting, and of single ones of its series, suit it. */
function checkDecided(planting: Raw, at: string, { methods }: Record<'methods', Map<string, Raw>>, say: Say): void {
  const crop = methods.get(String(planting.method))?.crop
  for (const { value, at: inside } of OTHER_METHODS.flatMap((path) => valuesAt(planting, path))) {
    const own = methods.get(String(value))
    if (!own) continue
    if (typeof crop === 'string' && typeof own.crop === 'string' && own.crop !== crop)
      say(`${at}.${inside}`, `the method "${String(value)}" is for ${own.crop}, not for ${crop}.`)
    if (isGroup(own.sowing) && own.sowing.policy === 'in-place')
      say(`${at}.${inside}`, `the method "${String(value)}" sows in place: a batch cannot be raised by it.`)
  }
}

const OTHER_METHODS = ['may.methods[]', 'otherwise.method', 'changes[].otherwise.method']

function checkPlace(place: Raw, at: string, say: Say): void {
  const temperature = place.temperature
  if (isGroup(temperature)) {
    checkTemperature(temperature, `${at}.temperature`, say)
    if (Array.isArray(temperature.periods)) {
      temperature.periods.forEach((period: unknown, i) => {
        if (!isGroup(period)) return
        const where = `${at}.temperature.periods[${i}]`
        checkTemperature(period, where, say)
        checkMonthDay(period.from, `${where}.from`, say)
        checkMonthDay(period.until, `${where}.until`, say)
      })
    }
  }
  if (isGroup(place.open)) {
    checkMonthDay(place.open.from, `${at}.open.from`, say)
    checkMonthDay(place.open.until, `${at}.open.until`, say)
  }
  checkParts(place.rooms, `${at}.rooms`, say)
  if (Array.isArray(place.stock)) {
    place.stock.forEach((item: unknown, i) => {
      if (isGroup(item) && (item.gives === undefined) !== (item.serves === undefined)) {
        say(
          `${at}.stock[${i}].${item.gives === undefined ? 'gives' : 'serves'}`,
          'is missing: enter what it gives and how many tray places one serves.',
        )
      }
    })
  }
}

/** Parts of a year are real days. */
function checkParts(parts: unknown, at: string, say: Say): void {
  if (!Array.isArray(parts)) return
  parts.forEach((part: unknown, i) => {
    if (!isGroup(part)) return
    checkMonthDay(part.from, `${at}[${i}].from`, say)
    checkMonthDay(part.until, `${at}[${i}].until`, say)
  })
}

function checkTemperature(t: Raw, at: string, say: Say): void {
  if (isNumber(t.floor) && isNumber(t.ceiling) && t.ceiling < t.floor) {
    say(`${at}.ceiling`, `the ceiling ${t.ceiling} °C is below the floor ${t.floor} °C.`)
  }
}

function checkCrop(crop: Raw, at: string, say: Say): void {
  const g = crop.germination
  if (isGroup(g)) {
    if (isNumber(g.base) && isNumber(g.optimum) && g.optimum <= g.base) {
      say(`${at}.germination.optimum`, `the optimum ${g.optimum} °C must be above the base ${g.base} °C.`)
    }
    if (isNumber(g.optimum) && isNumber(g.ceiling) && g.ceiling <= g.optimum) {
      say(`${at}.germination.ceiling`, `the ceiling ${g.ceiling} °C must be above the optimum ${g.optimum} °C.`)
    }
    const { base, ceiling, goodFrom, goodTo, plateauTo } = g
    if (isNumber(plateauTo) && isNumber(g.optimum) && plateauTo < g.optimum) {
      say(`${at}.germination.plateauTo`, `the plateau cannot end below the optimum ${g.optimum} °C.`)
    }
    if (isNumber(plateauTo) && isNumber(ceiling) && plateauTo >= ceiling) {
      say(`${at}.germination.plateauTo`, `the plateau must end below the ceiling ${ceiling} °C.`)
    }
    if (isNumber(goodFrom) && isNumber(base) && goodFrom < base) {
      say(`${at}.germination.goodFrom`, `the good range cannot begin below the base ${base} °C.`)
    }
    if (isNumber(goodTo) && isNumber(ceiling) && goodTo > ceiling) {
      say(`${at}.germination.goodTo`, `the good range cannot end above the ceiling ${ceiling} °C.`)
    }
  }
  const growth = crop.growth
  if (!isGroup(growth)) return
  if (isNumber(growth.base) && isNumber(growth.optimum) && growth.optimum <= growth.base) {
    say(`${at}.growth.optimum`, `the optimum ${growth.optimum} °C must be above the base ${growth.base} °C.`)
  }
  if (!Array.isArray(growth.points)) return
  const volumes = new Set<number>()
  growth.points.forEach((point: unknown, i) => {
    if (!isGroup(point)) return
    const where = `${at}.growth.points[${i}]`
    if (isNumber(point.ready) && isNumber(point.limit) && point.limit <= point.ready) {
      say(`${where}.limit`, `the limit ${point.limit} must be above the ready age ${point.ready}.`)
    }
    if (isNumber(point.ml)) {
      if (volumes.has(point.ml)) say(`${where}.ml`, `${point.ml} ml is given twice.`)
      volumes.add(point.ml)
    }
  })
}

/** A variety with figures of its own must still make sense with the rest of its crop. */
function checkOverrides(variety: Raw, at: string, crop: Raw | undefined, say: Say): void {
  const own = variety.overrides
  if (!isGroup(own) || !crop) return
  const merged: Raw = { ...crop }
  for (const part of ['germination', 'growth'] as const) {
    if (isGroup(own[part]) && isGroup(crop[part])) merged[part] = { ...crop[part], ...own[part] }
  }
  checkCrop(merged, `${at}.overrides`, say)
}

function checkContainer(container: Raw, at: string, say: Say): void {
  const { measures, packCells, cells } = container
  if (
    isGroup(measures) &&
    isNumber(measures.top) &&
    isNumber(measures.bottom) &&
    measures.bottom > measures.top * 1.5
  ) {
    say(`${at}.measures.bottom`, `${measures.bottom} cm at the bottom is far wider than ${measures.top} cm at the top.`)
  }
  if (isNumber(packCells) && isNumber(cells) && cells % packCells !== 0) {
    say(`${at}.packCells`, `${cells} cells do not break apart into packs of ${packCells}.`)
  }
}

function checkSowing(
  method: Raw,
  at: string,
  crop: Raw | undefined,
  containers: ReadonlyMap<string, Raw>,
  say: Say,
): void {
  const sowing = method.sowing
  if (!isGroup(sowing)) return
  const stages: unknown[] = Array.isArray(method.stages) ? method.stages : []
  const first = stages[0]
  if (sowing.policy === 'in-place' && stages.length > 0)
    say(`${at}.stages`, 'what is sown where it is to stand has no stages.')
  if (sowing.policy !== 'in-place' && Array.isArray(method.stages) && stages.length === 0)
    say(`${at}.stages`, 'needs at least 1 entries; it has 0.')
  const kind = isGroup(first) ? containers.get(String(first.container))?.kind : undefined
  if (sowing.policy === 'flat') {
    if (kind !== undefined && kind !== 'open-flat')
      say(`${at}.stages[0].container`, 'a flat to prick out from is sown in an open flat.')
    if (isGroup(crop?.growth) && crop.growth.leafInterval === undefined) {
      say(
        `${at}.sowing.policy`,
        `the crop "${String(method.crop)}" gives no leafInterval, so nothing says when seedlings can be pricked out.`,
      )
    }
    if (isNumber(sowing.readyLeaf) && isNumber(sowing.limitLeaf) && sowing.limitLeaf <= sowing.readyLeaf) {
      say(`${at}.sowing.limitLeaf`, `must be a later leaf than the first one pricked out at (${sowing.readyLeaf}).`)
    }
  } else if (kind === 'open-flat' && sowing.policy !== undefined && sowing.policy !== 'bought') {
    say(`${at}.sowing.policy`, 'an open flat has no cells: choose "flat", or a container with cells.')
  }
  const pottings = stages.filter((stage, i) => i > 0 && isGroup(stage) && stage.container !== undefined).length
  if (sowing.policy === 'divide' && stages.length > 0 && pottings === 0) {
    say(`${at}.stages`, 'needs a container to divide into: add a stage to pot up into.')
  }
  if (
    sowing.policy === 'clump' &&
    isNumber(sowing.atLeast) &&
    isNumber(sowing.seedsPerCell) &&
    sowing.atLeast > sowing.seedsPerCell
  ) {
    say(`${at}.sowing.atLeast`, `a clump of ${sowing.seedsPerCell} seeds never has ${sowing.atLeast} plants.`)
  }
  if (
    sowing.policy === 'clump' &&
    sowing.count !== 'clumps' &&
    stages.some((stage) => isGroup(stage) && stage.divide !== undefined)
  ) {
    say(`${at}.sowing.count`, 'clumps that are divided later must be counted as clumps.')
  }
  if (sowing.policy === 'bought' && isGroup(first) && first.germinateAt !== undefined) {
    say(`${at}.stages[0].germinateAt`, 'young plants that are bought do not germinate here.')
  }
  if (isNumber(sowing.seedsPerCell) && isNumber(sowing.keep) && sowing.keep > sowing.seedsPerCell) {
    say(`${at}.sowing.keep`, `cannot keep ${sowing.keep} plants from ${sowing.seedsPerCell} seeds in a cell.`)
  }
}

function checkStages(method: Raw, at: string, crop: Raw | undefined, say: Say): void {
  const hardening = method.hardening
  if (isGroup(hardening)) {
    if (isNumber(hardening.days) && hardening.days > 0 && hardening.place === undefined) {
      say(`${at}.hardening.place`, `is missing: where do they harden for ${hardening.days} days?`)
    }
  }
  if (!Array.isArray(method.stages)) return
  let counted: number | undefined
  method.stages.forEach((stage: unknown, i) => {
    if (!isGroup(stage)) return
    const where = `${at}.stages[${i}]`
    if (i === 0) {
      if (stage.divide !== undefined) say(`${where}.divide`, 'the first stage is sown, not divided into.')
      if (stage.container === undefined)
        say(`${where}.container`, 'is missing: the first stage needs a container to sow in.')
      if (stage.when !== undefined) say(`${where}.when`, 'the first stage begins at sowing and takes no "when".')
      return
    }
    if (stage.germinateAt !== undefined) say(`${where}.germinateAt`, 'only the first stage germinates.')
    if (stage.divide !== undefined && stage.container === undefined)
      say(`${where}.divide`, 'divided plants need a container to go into.')
    if (stage.container === undefined && stage.when === undefined) {
      say(
        `${where}.when`,
        'is missing: a stage that changes only the place says when (age, leaf or days before planting).',
      )
    }
    if (stage.container !== undefined && stage.when !== undefined) {
      say(`${where}.when`, 'a potting-up is timed by its pot-up point, not by "when".')
    }
    const when = isGroup(stage.when) ? stage.when : {}
    const days = isNumber(when.daysBeforePlanting) ? when.daysBeforePlanting : undefined
    if (counted !== undefined && days === undefined) {
      say(where, 'comes after a stage counted in days before planting, so it must be counted that way too.')
    }
    if (counted !== undefined && days !== undefined && days >= counted) {
      say(`${where}.when.daysBeforePlanting`, `must be fewer days than the stage before (${counted}).`)
    }
    if (days !== undefined) {
      counted = days
      if (isGroup(hardening) && isNumber(hardening.days) && hardening.days >= days) {
        say(`${where}.when.daysBeforePlanting`, `must be more days than the hardening (${hardening.days}).`)
      }
    }
    if (isNumber(when.leaf) && isGroup(crop?.growth) && crop.growth.leafInterval === undefined) {
      say(`${where}.when.leaf`, `the crop "${String(method.crop)}" gives no leafInterval to count leaves by.`)
    }
  })
}

function checkSeries(planting: Raw, at: string, say: Say): void {
  const { series, on } = planting
  if (isGroup(series)) {
    if (series.last === undefined && series.count === undefined) say(`${at}.series`, 'needs a last date or a count.')
    if (series.even !== undefined && !Array.isArray(series.dates))
      say(`${at}.series.dates`, 'are missing: the planting days that even harvests came to.')
    if (Array.isArray(series.dates)) {
      if (series.even === undefined) say(`${at}.series.dates`, 'belong only to a series that harvests evenly.')
      const { dates } = series
      dates.forEach(
        (date: unknown, i) =>
          isDate(date) &&
          isDate(dates[i - 1]) &&
          date <= (dates[i - 1] as string) &&
          say(`${at}.series.dates[${i}]`, `${date} is not after ${dates[i - 1] as string}.`),
      )
      if (isDate(on) && isDate(dates[0]) && dates[0] !== on)
        say(`${at}.series.dates[0]`, `is ${dates[0]}, but the first planting is on ${on}.`)
    }
    if (series.last !== undefined && series.count !== undefined) {
      say(`${at}.series`, 'has both a last date and a count; keep one of them.')
    }
    if (isDate(on) && isDate(series.last)) {
      if (series.last < on) say(`${at}.series.last`, `the last date ${series.last} is before the first, ${on}.`)
      else if (
        isNumber(series.every) &&
        (Date.parse(series.last) - Date.parse(on)) / 86_400_000 / series.every >= MOST_OF_SERIES
      ) {
        say(`${at}.series.last`, 'makes more than 400 plantings; choose a wider interval or an earlier last date.')
      }
    }
    if (planting.sowOn !== undefined) {
      say(`${at}.sowOn`, 'a series has a sowing day for each planting: put it in changes.')
    }
  } else if (Array.isArray(planting.changes) && planting.changes.length > 0) {
    say(`${at}.changes`, 'only a series has changes; set the planting itself.')
  }
  if (isDate(planting.sowOn) && isDate(on) && planting.sowOn >= on) {
    say(`${at}.sowOn`, `the sowing day ${planting.sowOn} must be before the planting day ${on}.`)
  }
  if (Array.isArray(planting.changes)) {
    const seen = new Set<unknown>()
    planting.changes.forEach((change: unknown, i) => {
      if (!isGroup(change)) return
      if (seen.has(change.n)) say(`${at}.changes[${i}].n`, `number ${String(change.n)} is changed twice.`)
      seen.add(change.n)
    })
  }
}

/** Plantings far outside the season are slips of the pen. */
function checkPlantingSpan(planting: Raw, at: string, season: unknown, say: Say): void {
  if (!isGroup(season) || !isDate(season.from) || !isDate(season.to)) return
  const { earliest, latest } = plantingSpan({ from: season.from, to: season.to })
  const check = (date: unknown, path: string, from = earliest) => {
    if (isDate(date) && (date < from || date > latest)) {
      say(path, `${date} is outside the season (${season.from as string} to ${season.to as string}).`)
    }
  }
  const earliestSowing = shiftWritten(season.from, -400)
  check(planting.on, `${at}.on`)
  check(planting.sowOn, `${at}.sowOn`, earliestSowing)
  if (isGroup(planting.series)) {
    const { last, count, every } = planting.series
    check(last, `${at}.series.last`)
    if (Array.isArray(planting.series.dates))
      planting.series.dates.forEach((date: unknown, i) => check(date, `${at}.series.dates[${i}]`))
    if (isDate(planting.on) && isNumber(count) && isNumber(every) && count <= MOST_OF_SERIES && every <= 365) {
      check(shiftWritten(planting.on, (count - 1) * every), `${at}.series.count`)
    }
  }
  if (Array.isArray(planting.changes)) {
    planting.changes.forEach((change: unknown, i) => {
      if (!isGroup(change)) return
      check(change.on, `${at}.changes[${i}].on`)
      check(change.sowOn, `${at}.changes[${i}].sowOn`, earliestSowing)
    })
  }
}

function checkMonthDay(value: unknown, path: string, say: Say): void {
  if (typeof value !== 'string' || !/^\d\d-\d\d$/.test(value)) return
  const date = new Date(`2024-${value}T00:00:00Z`)
  if (Number.isNaN(date.getTime()) || date.toISOString().slice(5, 10) !== value)
    say(path, `there is no ${value} in any year.`)
}

function entries(value: Raw, list: string): [Raw, string][] {
  const items = value[list]
  if (!Array.isArray(items)) return []
  return items.flatMap((item: unknown, i): [Raw, string][] => (isGroup(item) ? [[item, `${list}[${i}]`]] : []))
}

function keyed(list: string, items: [Raw, string][], say: Say): Map<string, Raw> {
  const byKey = new Map<string, Raw>()
  for (const [item, at] of items) {
    if (typeof item.key !== 'string') continue
    if (byKey.has(item.key)) say(`${at}.key`, `the key "${item.key}" is used twice in ${list}.`)
    else byKey.set(item.key, item)
  }
  return byKey
}

const isGroup = (value: unknown): value is Raw => typeof value === 'object' && value !== null && !Array.isArray(value)
const isNumber = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value)
const isDate = (value: unknown): value is string =>
  typeof value === 'string' && /^\d{4}-\d\d-\d\d$/.test(value) && !Number.isNaN(Date.parse(value))
