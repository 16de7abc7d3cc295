/** The table of the sheet: a kept grid, one stop for the Tab key, as high as there is room. */
'use client'
import 'react-datasheet-grid/dist/style.css'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { DynamicDataSheetGrid, type Column, type DataSheetGridRef } from 'react-datasheet-grid'
import { v4 as newId } from 'uuid'
import { useTranslations } from 'next-intl'
import { SHEET_COLUMNS, type SheetColumn } from '../../interchange/plan-sheet/columns'
import { Cell, Told, type CellData } from './cell'
import { LISTED } from './lists'
import type { Line } from '../../interchange/plan-sheet/reader'
import { newLine } from './model'

const WIDTHS: Record<SheetColumn, number> = {
  kind: 112,
  variety: 126,
  quantity: 76,
  unit: 66,
  on: 104,
  every: 62,
  times: 100,
  method: 150,
  goes: 96,
  note: 120,
}

type GridColumn = Partial<Column<Line, CellData, string>>

/** The columns that are typed in. */
function useColumns(): GridColumn[] {
  const t = useTranslations('sheet')
  return useMemo(() => {
    const typed = SHEET_COLUMNS.map((column): GridColumn => {
      const title = t(`columns.${column}`)
      const numeric = column === 'quantity' || column === 'every'
      return {
        id: column,
        title,
        component: Cell,
        columnData: { column, title, list: LISTED.includes(column) ? `sheet-${column}` : undefined, numeric },
        basis: WIDTHS[column],
        minWidth: WIDTHS[column],
        grow: column === 'note' ? 1 : 0,
        shrink: 0,
        deleteValue: ({ rowData }) => ({ ...rowData, [column]: '' }),
        copyValue: ({ rowData }) => rowData[column],
        pasteValue: ({ rowData, value }) => ({ ...rowData, [column]: value.trim() }),
        isCellEmpty: ({ rowData }) => rowData[column] === '',
      }
    })
    return typed
  }, [t])
}

export function SheetGrid({
  lines,
  onChange,
  onRows,
  onLeave,
}: {
  lines: readonly Line[]
  onChange: (lines: Line[]) => void
  /** Told the first and the last row of the cells that are marked; none where no stretch of them is. */
  onRows: (rows: readonly [first: number, last: number] | undefined) => void
  /** Moves on to what comes after the table. */
  onLeave: () => void
}) {
  const t = useTranslations('sheet')
  const columns = useColumns()
  const narrow = useMediaQuery('(max-width:599px)')
  const box = useRef<HTMLDivElement>(null)
  const [height, setHeight] = useState(420)
  useEffect(() => {
    const watch = new ResizeObserver(
      ([entry]) => entry && setHeight(Math.max(160, Math.floor(entry.contentRect.height))),
    )
    if (box.current) watch.observe(box.current)
    return () => watch.disconnect()
  }, [])
  const grid = useRef<DataSheetGridRef>(null)
  // The grid is one stop for the Tab key: it begins in its first row, and Escape leaves it.
  useEffect(() => {
    const table = box.current?.querySelector<HTMLElement>('.dsg-container')
    if (!table) return
    table.tabIndex = 0
    const enter = (event: FocusEvent) => {
      if (event.target === table && !grid.current?.activeCell) grid.current?.setActiveCell({ col: 0, row: 0 })
    }
    table.addEventListener('focus', enter)
    return () => table.removeEventListener('focus', enter)
  }, [])
  // The grid tells it anew whenever it is given another function to tell it to.
  const select = useCallback(
    ({ selection }: { selection: { min: { row: number }; max: { row: number } } | null }) => {
      if (selection) onRows([selection.min.row, selection.max.row])
      // Pressing something beside the table leaves it, and is about the rows that were marked.
      else if (grid.current?.activeCell) onRows(undefined)
    },
    [onRows],
  )
  const leave = (event: React.KeyboardEvent) => {
    if (event.key !== 'Escape' || event.target instanceof HTMLInputElement) return
    grid.current?.setActiveCell(null)
    onLeave()
  }
  return (
    <div ref={box} style={{ height: '100%' }} onKeyDown={leave}>
      <DynamicDataSheetGrid<Line>
        ref={grid}
        value={lines as Line[]}
        onChange={onChange}
        onSelectionChange={select}
        columns={columns}
        stickyRightColumn={{
          title: t('comesTo'),
          component: Told,
          basis: narrow ? 128 : 300,
          minWidth: narrow ? 110 : 220,
          grow: 0,
          shrink: 1,
        }}
        rowKey="id"
        height={height}
        rowHeight={34}
        headerRowHeight={36}
        createRow={() => newLine(newId())}
        duplicateRow={({ rowData }) => ({ ...rowData, id: newId(), of: undefined })}
        addRowsComponent={false}
      />
    </div>
  )
}

/** How it looks, by the theme of the page; for what stands round it. */
export const GRID_LOOK = {
  flex: 1,
  minHeight: 200,
  '& .dsg-container': { color: 'text.primary', bgcolor: 'background.paper', fontSize: 14 },
  '& .dsg-input': { color: 'inherit', font: 'inherit', fontSize: 14 },
  '& .told': {
    px: 1,
    fontSize: 13.5,
    whiteSpace: 'nowrap',
    overflow: 'hidden',
    textOverflow: 'ellipsis',
    color: 'text.secondary',
  },
  '& .failed': { color: 'error.main', fontWeight: 600 },
  '& .dsg-input[aria-invalid=true]': {
    textDecoration: 'underline wavy',
    textDecorationColor: 'var(--mui-palette-error-main)',
    textUnderlineOffset: '3px',
    boxShadow: 'inset 0 -2px 0 var(--mui-palette-error-main)',
  },
  '--dsg-border-color': 'var(--mui-palette-divider)',
  '--dsg-cell-background-color': 'var(--mui-palette-background-paper)',
  '--dsg-cell-disabled-background-color': 'var(--mui-palette-background-default)',
  '--dsg-header-text-color': 'var(--mui-palette-text-secondary)',
  '--dsg-header-active-text-color': 'var(--mui-palette-text-primary)',
  '--dsg-selection-border-color': 'var(--mui-palette-primary-main)',
  '--dsg-selection-background-color': 'color-mix(in srgb, var(--mui-palette-primary-main) 8%, transparent)',
} as const
