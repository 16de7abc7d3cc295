/**
 * Checks across a season document: every key exists and is unique, and values that depend on
 * each other agree. Works on raw JSON, so that these are reported together with bad values.
 */
import { LISTS, referencesOf } from './lists'
import type { Problem } from './problem'
import { COLLECTIONS, type Collection, type Season } from './schema'
import { type Raw, type Say, isGroup, isNumber, isDate, entries, keyed, checkParts } from './checks/raw'
import { checkSeasonSpan, checkFrost, checkEvents, checkTimeZone, checkCurrency } from './checks/site'
import { checkPlace, checkContainer } from './checks/places'
import { checkCrop, checkOverrides, checkSowing, checkStages } from './checks/crops'
import { checkCodes, checkPlanting } from './checks/plantings'

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
  checkTimeZone(value, say)
  checkCurrency(value, say)
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
  lists.supplies.forEach(([item, at]) => {
    if (item.have !== undefined && item.countedOn === undefined)
      say(`${at}.countedOn`, 'say on which day it was counted.')
  })
  lists.orders.forEach(([item, at]) => {
    checkArrived(item, at, say)
  })
  lists.methods.forEach(([item, at]) => {
    checkSowing(item, at, byKey.crops.get(String(item.crop)), byKey.containers, say)
    checkStages(item, at, byKey.crops.get(String(item.crop)), say)
  })

  lists.beds.forEach(([item, at]) => {
    checkStanding(item, at, say)
  })

  if (!before || value.records !== before.records) checkRecords(value, say)

  const around = { byKey, events, anyPlace, season: value.season }
  lists.plantings.forEach(([item, at]) => checkPlanting(item, at, around, say))
  return problems
}

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

/** What stands in a bed from before leaves after it came, and two such do not overlap. */
function checkStanding(bed: Raw, at: string, say: Say): void {
  if (!Array.isArray(bed.standing)) return
  bed.standing.forEach((one: unknown, i) => {
    if (isGroup(one) && isDate(one.from) && isDate(one.until) && one.until <= one.from)
      say(`${at}.standing[${i}].until`, `it is clear on ${one.until}, not after it came, ${one.from}.`)
  })
}

/** No more is bad than came, and nothing comes before it was ordered. */
function checkArrived(order: Raw, at: string, say: Say): void {
  if (!Array.isArray(order.arrived)) return
  order.arrived.forEach((one: unknown, i) => {
    if (!isGroup(one)) return
    if (isNumber(one.bad) && isNumber(one.packs) && one.bad > one.packs)
      say(`${at}.arrived[${i}].bad`, `${one.bad} cannot be bad of ${one.packs} that came.`)
    if (isDate(one.on) && isDate(order.orderedOn) && one.on < order.orderedOn)
      say(`${at}.arrived[${i}].on`, `came before it was ordered, on ${order.orderedOn}.`)
  })
}
