/** The working day in the address: a link shows the day that was looked at; today needs no word. */
'use client'
import { usePathname, useSearchParams } from 'next/navigation'
import { useEffect } from 'react'
import { formatDay } from '../../core/calendar/day'
import { useSeason, useWorkingDay } from '../../ui/season-context'

/** How long the day may move on before the address follows. */
const PAUSE = 300 // ms

export function DayInAddress() {
  const { today } = useSeason()
  const day = useWorkingDay()
  const pathname = usePathname()
  const stands = useSearchParams().get('day')
  const wanted = day === today ? null : formatDay(day)
  useEffect(() => {
    if (stands === wanted) return
    const later = setTimeout(() => {
      const address = new URL(window.location.href)
      if (wanted === null) address.searchParams.delete('day')
      else address.searchParams.set('day', wanted)
      window.history.replaceState(null, '', address)
    }, PAUSE)
    return () => clearTimeout(later)
  }, [pathname, stands, wanted])
  return null
}
