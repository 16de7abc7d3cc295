/** Lists that are one stop for the Tab key: arrow keys walk from row to row. */
'use client'
import * as Roving from '@radix-ui/react-roving-focus'
import type { ReactElement } from 'react'

/**
 * Around a list, whose element stays as it is.
 *
 * @param plane whether its things lie beside one another too: then all four arrows walk
 */
export function ArrowList({ plane = false, children }: { plane?: boolean; children: ReactElement }) {
  return (
    <Roving.Root asChild {...(plane ? {} : { orientation: 'vertical' as const })} loop={false}>
      {children}
    </Roving.Root>
  )
}

/**
 * Around what of a row takes the focus, a button or a link.
 *
 * @param here whether Tab comes to this row first
 */
export function ArrowRow({ here, children }: { here: boolean; children: ReactElement }) {
  return (
    <Roving.Item asChild active={here}>
      {children}
    </Roving.Item>
  )
}
