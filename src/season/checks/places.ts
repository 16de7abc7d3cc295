/** Checks of places and containers. */
import { type Raw, type Say, isGroup, isNumber, checkMonthDay, checkParts } from './raw'

export function checkPlace(place: Raw, at: string, say: Say): void {
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

function checkTemperature(t: Raw, at: string, say: Say): void {
  if (isNumber(t.floor) && isNumber(t.ceiling) && t.ceiling < t.floor) {
    say(`${at}.ceiling`, `the ceiling ${t.ceiling} °C is below the floor ${t.floor} °C.`)
  }
}

export function checkContainer(container: Raw, at: string, say: Say): void {
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
