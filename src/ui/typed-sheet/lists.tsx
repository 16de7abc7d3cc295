/** What cells of the sheet offer while they are typed in. */
'use client'
import { useMemo } from 'react'
import { useTranslations } from 'next-intl'
import { SHEET_UNITS, type SheetColumn } from '../../interchange/plan-sheet/columns'
import { library } from '../../library/library'
import type { Season } from '../../season/schema'
import { useUnits } from '../units'

/** Columns that offer something. */
export const LISTED: readonly SheetColumn[] = ['kind', 'variety', 'unit', 'method', 'goes']

export function Lists({ season }: { season: Season }) {
  const t = useTranslations('sheet')
  const units = useUnits()
  const region = season.farm.region ?? 'uk'
  const lists = useMemo((): Partial<Record<SheetColumn, readonly string[]>> => {
    const once = (names: readonly string[]) => [...new Set(names)]
    return {
      kind: once(season.crops.map(({ name }) => name).concat(library().map(({ names }) => names[region]))),
      variety: once(season.varieties.map(({ name }) => name)),
      unit: SHEET_UNITS.map((unit) => t(`units.${unit === 'metres' && units === 'us' ? 'feet' : unit}`)),
      method: once(season.methods.map(({ name }) => name)),
      goes: once(season.beds.map(({ name }) => name)),
    }
  }, [season, region, units, t])
  return (
    <>
      {LISTED.map((column) => (
        <datalist key={column} id={`sheet-${column}`}>
          {(lists[column] ?? []).map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      ))}
    </>
  )
}
