/** Titles of pages, in the reader's language. */
import type { Metadata } from 'next'
import type { Messages } from 'next-intl'
import { translatorOf } from '../words/translator'
import { batchName } from '../core/plan/batch-name'
import { loadSeasonData, readersLocale } from './season-data'
import type { AddressParams } from './season-in-view'

/** The title of a batch's page: its code and variety, as far as there is such a batch. */
export async function batchTitle({
  params,
  searchParams,
}: {
  params: Promise<AddressParams>
  searchParams: Promise<{ id?: string | string[] }>
}): Promise<Metadata> {
  const [{ farm, season }, { id }] = await Promise.all([params, searchParams])
  const data = await loadSeasonData(farm, season)
  const name = data && typeof id === 'string' ? batchName(data.season, id) : undefined
  return name === undefined ? titled('batch')() : { title: name }
}

/** What a page exports as `generateMetadata`. */
export const titled = (view: keyof Messages['titles']) => async (): Promise<Metadata> => {
  const { locale } = await readersLocale()
  return { title: translatorOf(locale)(`titles.${view}`) }
}
