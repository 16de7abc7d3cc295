/** What is due today, on the icon of an installed application. */
import { useEffect } from 'react'
import { useSeason } from '../../ui/season-context'
import { openOn } from './model'

export function useIconBadge(): void {
  const { plan, today } = useSeason()
  const due = openOn(plan, today)
  useEffect(() => {
    if (!('setAppBadge' in navigator)) return
    // Refused where the system shows none: then there is none.
    navigator.setAppBadge(due).catch((error: unknown) => console.info('The icon shows no number:', error))
  }, [due])
}
