/** The working day on the plan. */
'use client'
import Box from '@mui/material/Box'
import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react'
import type { Day } from '../../core/calendar/day'
import { useSeason } from '../../ui/season-context'

/** The working day across all rows; what lies before it is paler. Moves without drawing anything else again. */
export function DayLine({ names, x }: { names: number; x: (day: Day) => number }) {
  const { workingDay } = useSeason()
  const veil = useRef<HTMLDivElement>(null)
  useLayoutEffect(() => {
    const place = () => {
      if (veil.current) veil.current.style.transform = `translateX(${names + x(workingDay.get())}px)`
    }
    place()
    return workingDay.subscribe(place)
  }, [workingDay, names, x])
  return (
    <Box
      aria-hidden="true"
      sx={{
        position: 'absolute',
        inset: 0,
        overflow: 'hidden',
        pointerEvents: 'none',
        zIndex: 2,
        '@media print': { display: 'none' },
      }}
    >
      <Box
        ref={veil}
        sx={{
          position: 'absolute',
          top: 0,
          bottom: 0,
          left: 0,
          width: 2,
          bgcolor: 'secondary.main',
          '&::before': {
            content: '""',
            position: 'absolute',
            top: 0,
            bottom: 0,
            right: 2,
            width: 6000,
            bgcolor: 'var(--veil)',
          },
        }}
      />
    </Box>
  )
}

/** Scrolls along when the working day leaves what can be seen. */
export function useDayInView(scroller: RefObject<HTMLDivElement | null>, x: (day: Day) => number, names: number): void {
  const { workingDay } = useSeason()
  useEffect(() => {
    const follow = (always: boolean) => {
      const box = scroller.current
      if (!box) return
      const at = x(workingDay.get())
      const room = box.clientWidth - names
      if (always || at < box.scrollLeft + 20 || at > box.scrollLeft + room - 60)
        box.scrollTo({ left: Math.max(0, at - room * 0.42) })
    }
    follow(true)
    return workingDay.subscribe(() => follow(false))
  }, [scroller, x, names, workingDay])
}
