/** What a copy of the season is tried with, and how it is compared. */
import { movedPlanting } from '../../core/field/anchor'
import type { Plan } from '../../core/plan/plan'
import { benchRoom, type WhatIfChange } from '../../core/plan/what-if'
import type { Season } from '../../season/schema'
import { movesIn } from '../../ui/moves'
import { count, type Format } from '../../words/format'
import type { Kind } from './what-if-view'

/** The place that goes over most, or else the first. */
export function fullest({ places }: Plan): string {
  const worst = places.reduce<{ key: string; most: number }>(
    (best, { of, over }) => {
      const most = Math.max(0, ...over.map((one) => one.most))
      return most > best.most ? { key: of.key, most } : best
    },
    { key: places[0]?.of.key ?? '', most: 0 },
  )
  return worst.key
}

/** The season with every planting moved that hangs on what was changed. */
export function withMoves(next: Season, plan: Plan): Season {
  const moved = new Map(movesIn(next, plan).map((one) => [one.planting.key, movedPlanting(one)]))
  return { ...next, plantings: next.plantings.map((planting) => moved.get(planting.key) ?? planting) }
}

export function changeOf(
  {
    kind,
    place,
    days,
    hours,
    from,
    to,
  }: { kind: Kind; place: string; days: number | undefined; hours: number | undefined; from: string; to: string },
  season: Season,
): WhatIfChange | 'same' | undefined {
  switch (kind) {
    case 'same':
      return 'same'
    case 'more-room':
    case 'less-room':
      return place === '' ? undefined : { kind, place, trayPlaces: benchRoom(season, place) }
    case 'frost':
      return days === undefined || days === 0 ? undefined : { kind, days: Math.round(days) }
    case 'hours':
      return hours === undefined ? undefined : { kind, hours }
    case 'container':
      return from === to ? undefined : { kind, from, to }
  }
}

export function changeName(change: WhatIfChange, season: Season, f: Format): string {
  const named = (all: readonly { key: string; name: string }[], key: string) =>
    all.find((one) => one.key === key)?.name ?? key
  switch (change.kind) {
    case 'more-room':
      return f.t('whatIf.more', {
        named: named(season.places, change.place),
        trayPlaces: count(f, change.trayPlaces, 'trayPlace'),
      })
    case 'less-room':
      return f.t('whatIf.less', {
        named: named(season.places, change.place),
        trayPlaces: count(f, change.trayPlaces, 'trayPlace'),
      })
    case 'frost':
      return f.t('whatIf.frostEarlier', {
        days: count(f, Math.abs(change.days), 'day'),
        days2: change.days > 0 ? 'yes' : 'no',
      })
    case 'hours':
      return f.t('whatIf.crewHoursAWeek', { hours: f.number(change.hours, 1) })
    case 'container':
      return f.t('whatIf.for', {
        named: named(season.containers, change.to),
        named2: named(season.containers, change.from),
      })
  }
}
