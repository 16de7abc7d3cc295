/** Titles of pages, in the reader's language. */
import type { Metadata } from 'next'
import type { Messages } from 'next-intl'
import { translatorOf } from '../words/translator'
import { batchName } from '../core/plan/batch-name'
import { rowsOf } from '../data/database'
import { loadSeason } from '../data/season-repository'
import { readersLocale } from './season-data'
import { seasonAtAddress, type AddressParams } from './season-in-view'

/** The title of a batch's page: its code and variety, as far as there is such a batch. */
export async function batchTitle({
  params,
  searchParams,
}: {
  params: Promise<AddressParams>
  searchParams: Promise<{ id?: string | string[] }>
}): Promise<Metadata> {
  const [{ farm, season }, { id }] = await Promise.all([params, searchParams])
  const found = await seasonAtAddress(farm, season)
  const stored = found && (await loadSeason(rowsOf(found.id), found.id))
  const name = stored && typeof id === 'string' ? batchName(stored.season, id) : undefined
  return name === undefined ? titled('batch')() : { title: name }
}

/** What a page exports as `generateMetadata`. */
export const titled = (view: keyof Messages['titles']) => async (): Promise<Metadata> => {
  const { locale } = await readersLocale()
  return { title: translatorOf(locale)(`titles.${view}`) }
}
