/** Titles of pages, in the reader's language. */
import type { Metadata } from 'next'
import type { Messages } from 'next-intl'
import { translatorOf } from '../words/translator'
import { batchName } from '../core/plan/batch-name'
import { loadSeasonData, readersLocale } from './season-data'

/** The title of a batch's page: its code and variety, as far as there is such a batch. */
export async function batchTitle({
  searchParams,
}: {
  searchParams: Promise<{ id?: string | string[] }>
}): Promise<Metadata> {
  const [{ id }, data] = await Promise.all([searchParams, loadSeasonData()])
  const name = data && typeof id === 'string' ? batchName(data.season, id) : undefined
  return name === undefined ? titled('batch')() : { title: name }
}

/** What a page exports as `generateMetadata`. */
export const titled = (view: keyof Messages['titles']) => async (): Promise<Metadata> => {
  const { locale } = await readersLocale()
  return { title: translatorOf(locale)(`titles.${view}`) }
}
