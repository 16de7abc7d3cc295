/** How a reader reads dates and measures, wherever something is drawn: inside the season's views or before there is a season. */
'use client'
import { useLocale } from 'next-intl'
import { createContext, useContext, useMemo } from 'react'
import { createFormat, type Format, type Units } from '../words/format'

export const UnitsContext = createContext<Units>('metric')
export const useUnits = () => useContext(UnitsContext)

/** The format of a reader where no season says it. */
export function useFormat(units: Units): Format {
  const locale = useLocale()
  return useMemo(() => createFormat(locale, units), [locale, units])
}
