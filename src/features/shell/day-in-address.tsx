/** The working day in the address: a link shows the day that was looked at; today needs no word. */
'use client'
import { useEffect } from 'react'
import { formatDay } from '../../core/calendar/day'
import { followInAddress } from '../../ui/address'
import { useSeason, useWorkingDay } from '../../ui/season-context'
import { usePathname } from '../../ui/navigation'

/** How long the day may move on before the address follows. */
const PAUSE = 300 // ms

export function DayInAddress() {
  const { today, data } = useSeason()
  const day = useWorkingDay()
  // Another page, and data read anew, write the address without it.
  const pathname = usePathname()
  const wanted = day === today ? null : formatDay(day)
  useEffect(() => {
    const later = setTimeout(() => {
      const address = new URL(window.location.href)
      if (wanted === null) address.searchParams.delete('day')
      else address.searchParams.set('day', wanted)
      if (address.href !== window.location.href) followInAddress(address)
    }, PAUSE)
    return () => clearTimeout(later)
  }, [pathname, wanted, data])
  return null
}
