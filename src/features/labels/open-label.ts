/** What a scanned or typed label code opens. */
import { redirect } from 'next/navigation'
import { seasonFor } from '../../actions/season-data'
import { seasonUnnamed } from '../../actions/season-in-view'
import { parseDay } from '../../core/calendar/day'
import { batchOfLabel } from '../../core/labels/content'
import { createPlanner } from '../../core/plan/plan'

/** Opens the batch of a code; a code that is none goes to the page that reads codes, with the reason. */
export async function openLabel(text: string): Promise<never> {
  const found = await seasonUnnamed()
  const at = found?.at ?? ''
  const back = (why: string) => redirect(`${at}/labels?code=${encodeURIComponent(text.slice(0, 20))}&wrong=${why}`)
  const data = found && (await seasonFor(found))
  const { batches } = data ? createPlanner().plan(data.season, parseDay(data.today)) : { batches: [] }
  const read = batchOfLabel(text, batches, data?.season.records ?? [])
  return read.ok ? redirect(`${at}/batch?id=${encodeURIComponent(read.id)}`) : back(read.reason)
}
