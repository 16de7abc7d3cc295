/** A panel beside a view: a landmark named by its heading. Opening it moves focus into it, closing gives focus back. */
'use client'
import Box from '@mui/material/Box'
import { useLayoutEffect, useRef, type ReactNode } from 'react'

/** Id of the heading that names the panel that is open. */
export const PANEL_TITLE = 'panel-title'

export function SidePanel({
  shows,
  width = 440,
  children,
}: {
  /** What it shows: another one moves focus into it again. */
  shows: string
  width?: number
  children: ReactNode
}) {
  const panel = useRef<HTMLElement>(null)
  const opener = useRef<HTMLElement | null>(null)
  useLayoutEffect(() => {
    const active = document.activeElement
    // A page that is loaded with its panel open begins at its top, as every page does.
    if (!(active instanceof HTMLElement) || active === document.body || panel.current?.contains(active)) return
    opener.current = active
    panel.current?.focus({ preventScroll: true })
  }, [shows])
  useLayoutEffect(() => {
    const own = panel.current
    return () => {
      if (own?.contains(document.activeElement)) opener.current?.focus({ preventScroll: true })
    }
  }, [])
  return (
    <Box
      component="aside"
      ref={panel}
      tabIndex={-1}
      role="complementary"
      aria-labelledby={PANEL_TITLE}
      className="no-print"
      onFocus={({ currentTarget, relatedTarget }) => {
        if (relatedTarget instanceof HTMLElement && !currentTarget.contains(relatedTarget))
          opener.current = relatedTarget
      }}
      sx={{
        width: { xs: '100%', md: width },
        flex: 'none',
        boxSizing: 'border-box',
        overflow: 'auto',
        borderLeft: { md: 1 },
        borderColor: { md: 'divider' },
        bgcolor: 'background.paper',
        px: { xs: 2, md: 2.5 },
        pt: 2.5,
        outlineOffset: -3,
      }}
    >
      {children}
    </Box>
  )
}
