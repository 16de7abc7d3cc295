/** A cell that is typed in, with what it may be offered while it is typed. */
'use client'
import { createContext, useContext, useEffect, useRef } from 'react'
import type { CellProps } from 'react-datasheet-grid'
import type { SheetColumn } from '../../interchange/plan-sheet/columns'
import type { Line } from '../../interchange/plan-sheet/reader'

/** What is said of a line beside what was typed. */
export interface Said {
  /** What is wrong; where nothing is, what it comes to. */
  words: string
  /** Columns that something is wrong in. */
  wrong: ReadonlySet<string>
  /** What an empty cell is taken to say. */
  taken?: Partial<Record<SheetColumn, string>>
}

/** What is said of every line, by its id. */
export interface SaidLines {
  get(id: string): Said | undefined
}

export const SaidContext = createContext<SaidLines>({ get: () => undefined })

export interface CellData {
  column: SheetColumn
  title: string
  /** Id of the list of what it may be; none where anything may be typed. */
  list: string | undefined
  numeric: boolean
}

export function Cell({ rowData, rowIndex, setRowData, focus, active, columnData }: CellProps<Line, CellData>) {
  const { column, title, list, numeric } = columnData
  const input = useRef<HTMLInputElement>(null)
  const said = useContext(SaidContext).get(rowData.id)
  const wrong = said?.wrong.has(column) ?? false
  useEffect(() => {
    const field = input.current
    if (focus) field?.select()
    // Whoever was typing here stays in the table.
    else if (field && field === document.activeElement)
      field.closest<HTMLElement>('.dsg-container')?.focus({ preventScroll: true })
  }, [focus])
  return (
    <input
      ref={input}
      className="dsg-input"
      tabIndex={-1}
      aria-label={`${title}, ${rowIndex + 1}`}
      aria-invalid={wrong}
      value={rowData[column]}
      list={focus ? list : undefined}
      placeholder={said?.taken?.[column] ?? ''}
      inputMode={numeric ? 'decimal' : 'text'}
      autoComplete="off"
      maxLength={column === 'note' ? 2000 : 120}
      style={{
        pointerEvents: focus ? 'auto' : 'none',
        textAlign: numeric ? 'right' : 'left',
        opacity: active ? 1 : undefined,
      }}
      onChange={(event) => setRowData({ ...rowData, [column]: event.target.value })}
    />
  )
}

/** What a line comes to, or what is wrong in it. */
export function Told({ rowData }: { rowData: Line }) {
  const said = useContext(SaidContext).get(rowData.id)
  return (
    <span className={said && said.wrong.size > 0 ? 'told failed' : 'told'} title={said?.words}>
      {said?.words}
    </span>
  )
}
