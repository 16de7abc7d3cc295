/** Season documents as text: what a file holds. */
import { parse, printParseErrorCode, type ParseError } from 'jsonc-parser'
import { readSeason, type ReadResult } from '../season/read'

/**
 * Season document from the text of a file.
 *
 * @param text JSON; a leading byte-order mark is allowed
 * @returns as `readSeason`; text that is not JSON gives one problem with its line and column
 */
export function readSeasonText(text: string): ReadResult {
  const read = readJson(text)
  return read.ok ? readSeason(read.value) : { ok: false, problems: [{ path: '', message: read.message }] }
}

/** What the text of a file holds, or why it is no JSON. */
export function readJson(text: string): { ok: true; value: unknown } | { ok: false; message: string } {
  const clean = text.replace(/^\uFEFF/, '')
  if (clean.trim() === '') return { ok: false, message: 'The file is empty.' }
  const errors: ParseError[] = []
  const value: unknown = parse(clean, errors, { disallowComments: true, allowTrailingComma: false })
  const [first] = errors
  return first ? { ok: false, message: notJson(clean, first) } : { ok: true, value }
}

function notJson(text: string, { error, offset }: ParseError): string {
  const before = text.slice(0, offset)
  const line = before.split('\n').length
  const column = before.length - before.lastIndexOf('\n')
  const what = printParseErrorCode(error)
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
  return offset >= text.trimEnd().length
    ? 'The file is not complete JSON: it ends too early or is cut off.'
    : `The file is not JSON: line ${line}, column ${column} (${what}).`
}
