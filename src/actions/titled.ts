/** Titles of pages, in the reader's language. */
import type { Metadata } from 'next'
import type { Messages } from 'next-intl'
import { translatorOf } from '../words/translator'
import { readersLocale } from './season-data'

/** What a page exports as `generateMetadata`. */
export const titled = (view: keyof Messages['titles']) => async (): Promise<Metadata> => {
  const { locale } = await readersLocale()
  return { title: translatorOf(locale)(`titles.${view}`) }
}
