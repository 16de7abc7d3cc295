/** Which language a reader reads, and every message in it. */
import { createTranslator, type Messages } from 'next-intl'
import { en } from './messages/en'
import type { ofViews } from './messages/en/of-views'
import { enUS } from './messages/en-us'

/** Keys as they are, every message a string: what a message needs is checked over the source, not by the compiler. */
type Keys<T> = { readonly [K in keyof T]: T[K] extends string ? string : Keys<T[K]> }

declare module 'next-intl' {
  interface AppConfig {
    Messages: Keys<typeof en & typeof ofViews>
  }
}

/** Languages there are catalogues in. */
export const LANGUAGES = ['en', 'es'] as const
export type Language = (typeof LANGUAGES)[number]

/** Finds a message by its key and puts its values in. */
export type Translate = ReturnType<typeof createTranslator<Messages>>

/** A catalogue, or a part of one; a part may lack what English has. */
interface Catalogue {
  readonly [key: string]: string | Catalogue
}

/** English with what another catalogue says in its place. */
function over(base: Catalogue, more: Catalogue): Catalogue {
  const merged: Record<string, string | Catalogue> = { ...base }
  for (const [key, said] of Object.entries(more)) {
    const below = base[key]
    merged[key] = typeof said === 'string' || typeof below !== 'object' ? said : over(below, said)
  }
  return merged
}

/** What other languages than English say, as far as they were needed. */
const spoken = new Map<Language, Catalogue>([['en', {}]])
const loads = new Map<Language, Promise<void>>()

export const isLoaded = (language: Language): boolean => spoken.has(language)

/** Has the messages of a language at hand: nobody loads one they do not read. The same promise for all who ask. */
export function loadLanguage(language: Language): Promise<void> {
  const known = loads.get(language)
  if (known) return known
  const load = (async () => {
    if (!isLoaded(language)) spoken.set('es', (await import('./messages/es')).es)
  })()
  // One that could not be fetched is fetched again.
  load.catch(() => loads.delete(language))
  loads.set(language, load)
  return load
}

/** The language of a locale; one that nobody has a catalogue for is read in English. */
export const languageOf = (locale: string): Language => (/^es\b/i.test(locale) ? 'es' : 'en')

/** Whether a locale's English is American. */
const american = (locale: string) => /^en-us$/i.test(locale)

/** What is said in English: with every view that is opened what it alone says. */
const said: Record<string, string | Catalogue> = { ...en }

/** The name a locale's messages are kept under. */
const nameOf = (locale: string): string => (languageOf(locale) === 'es' ? 'es' : american(locale) ? 'en-US' : 'en-GB')

/** What the messages kept under a name say otherwise than English. */
function ownOf(name: string): Catalogue {
  const own = name === 'en-US' ? enUS : spoken.get(name === 'es' ? 'es' : 'en')
  if (!own) throw new Error(`the messages of ${name} are not loaded`)
  return own
}

/** Messages made so far, by name: what is added later is added to them, too. */
const made = new Map<string, Record<string, string | Catalogue>>()

/**
 * All messages of a locale: what its own catalogue lacks is said in English.
 *
 * @throws where the language was not loaded before
 */
export function messagesOf(locale: string): Messages {
  const name = nameOf(locale)
  let messages = made.get(name)
  if (!messages) made.set(name, (messages = over(said, ownOf(name)) as Record<string, string | Catalogue>))
  return messages as unknown as Messages
}

/** Adds what one view says, once its code is there. */
export function addMessages(part: Catalogue): void {
  Object.assign(said, part)
  for (const [name, messages] of made) {
    const own = ownOf(name)
    const spokenThere = Object.fromEntries(Object.keys(part).flatMap((key) => (own[key] ? [[key, own[key]]] : [])))
    Object.assign(messages, over(part, spokenThere))
  }
}

/** A message that is missing or faulty: said once in the log, and its key shown rather than a blank. */
export const onMissing = (fault: Error) => console.error(`words: ${fault.message}`)

const translators = new Map<string, Translate>()

/** The translator of a locale; there is one for each catalogue and no more. */
export function translatorOf(locale: string): Translate {
  const name = nameOf(locale)
  const known = translators.get(name)
  if (known) return known
  const made = createTranslator({ locale: name, messages: messagesOf(locale), timeZone: 'UTC', onError: onMissing })
  translators.set(name, made)
  return made
}
