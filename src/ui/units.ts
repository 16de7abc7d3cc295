/** The reader's units, wherever a field is drawn: inside the season's views or before there is a season. */
'use client'
import { createContext, useContext } from 'react'
import type { Units } from '../words/format'

export const UnitsContext = createContext<Units>('metric')
export const useUnits = () => useContext(UnitsContext)
