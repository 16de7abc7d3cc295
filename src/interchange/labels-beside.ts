/** Labels as a PDF from the device itself: in the worker of a page, with or without signal. */
import type { Season } from '../season/schema'
import { createFormat, yearOf, type Units } from '../words/format'
import { languageOf, loadLanguage } from '../words/translator'
import { makeLabels, type LabelsAsked } from './labels-asked'
import type { Fonts } from './labels-pdf'

// The fonts ship with the application: they are its files, kept on the device with it.
const FILES = {
  'latin-400': new URL('@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff', import.meta.url).href, // prettier-ignore
  'latin-700': new URL('@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff', import.meta.url).href, // prettier-ignore
  'latin-ext-400': new URL('@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff', import.meta.url).href, // prettier-ignore
  'latin-ext-700': new URL('@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff', import.meta.url).href, // prettier-ignore
} as const

async function fontsOfPage(): Promise<Fonts> {
  const all = await Promise.all(
    Object.entries(FILES).map(async ([name, at]) => {
      const file = await fetch(at)
      if (!file.ok) throw new Error(`The font ${name} could not be read.`)
      return [name, new Uint8Array(await file.arrayBuffer())] as const
    }),
  )
  return Object.fromEntries(all) as unknown as Fonts
}

/** The season labels are made for, and how their reader reads. */
export interface LabelsOf {
  season: Season
  /** ISO day it is for the season. */
  today: string
  locale: string
  units: Units
}

/**
 * @param onShare told how much is written, 0 to 1
 * @returns the file; or how many labels it would be, where those are too many
 */
export async function labelsBeside(
  { season, today, locale, units }: LabelsOf,
  asked: LabelsAsked,
  onShare: (share: number) => void,
): Promise<Blob | { tooMany: number }> {
  await loadLanguage(languageOf(locale))
  const format = createFormat(locale, units, yearOf(season.season))
  const made = makeLabels({ season, today }, asked, format, await fontsOfPage())
  if ('tooMany' in made) return made
  const { doc, pages } = made
  const text = new TextDecoder('latin1')
  const parts: BlobPart[] = []
  let seen = 0
  return new Promise((done, failed) => {
    doc.on('data', (part: Uint8Array<ArrayBuffer>) => {
      parts.push(part)
      seen += text.decode(part, { stream: true }).split('/Type /Page\n').length - 1
      if (pages !== undefined) onShare(Math.min(1, seen / pages))
    })
    doc.on('end', () => done(new Blob(parts, { type: 'application/pdf' })))
    doc.on('error', failed)
  })
}
