/** The pages of the guide, and finding them by words. */
import guide from './guide.json'

/** One page of the guide. */
export interface GuidePage {
  title: string
  say: string
  drawing?: string
  html?: string
  text: string
}

type Pages = Readonly<Record<string, GuidePage | undefined>>

const ENGLISH: Pages = guide.en
const OTHERS: Readonly<Record<string, Pages | undefined>> = { es: guide.es }

/** Names of all pages, what is looked at most first. */
export const PAGE_NAMES = [
  'today',
  'batch',
  'plan',
  'benches',
  'field',
  'sowing',
  'seed',
  'buying',
  'costs',
  'mats',
  'calendar',
  'drills',
  'practice',
  'labels',
  'scan',
  'know-how',
  'journal',
  'farm',
  'sheet',
  'start-now',
  'what-if',
  'rehearse',
  'people',
  'install',
  'everywhere',
  'words',
] as const
export type PageName = (typeof PAGE_NAMES)[number]

/** Views whose page has another name. */
const SHARED: Readonly<Record<string, PageName>> = { readings: 'journal', learned: 'journal', audit: 'people' }

/** The page of a view, by the end of its address; what works everywhere, where it has none of its own. */
export function pageOf(path: string): PageName {
  const view = path.split(/[/?#]/)[1] ?? ''
  return PAGE_NAMES.find((name) => name === view) ?? SHARED[view] ?? 'everywhere'
}

/**
 * A page in a language: what it says there is read first, the rest in English where it is written in no other.
 *
 * @param language such as `es`
 */
export function guidePage(name: PageName, language: string): GuidePage {
  const page = ENGLISH[name]!
  const own = OTHERS[language]?.[name]
  return own ? { ...page, ...own, text: `${own.text} ${page.text}` } : page
}

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** Pages that hold every word asked for, those that have one in their title first. */
export function searchPages(asked: string, language: string): PageName[] {
  const words = plain(asked).split(/\s+/).filter(Boolean)
  const found = PAGE_NAMES.flatMap((name) => {
    const { title, text } = guidePage(name, language)
    return words.every((word) => plain(text).includes(word))
      ? [{ name, inTitle: words.some((word) => plain(title).includes(word)) }]
      : []
  })
  return found.sort((a, b) => Number(b.inTitle) - Number(a.inTitle)).map(({ name }) => name)
}
