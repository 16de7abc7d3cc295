/** The catalogue of this reader's language for every component under it. It comes with the code, not with each page. */
'use client'
import { NextIntlClientProvider } from 'next-intl'
import { use, useMemo, type ReactNode } from 'react'
import { isLoaded, languageOf, loadLanguage, messagesOf, onMissing } from '../words/translator'

export function WordsProvider({ locale, children }: { locale: string; children: ReactNode }) {
  const language = languageOf(locale)
  if (!isLoaded(language)) use(loadLanguage(language))
  return <Loaded locale={locale}>{children}</Loaded>
}

// A part of its own: while a language is on its way nothing else of a part may have been begun.
function Loaded({ locale, children }: { locale: string; children: ReactNode }) {
  const messages = useMemo(() => messagesOf(locale), [locale])
  return (
    <NextIntlClientProvider locale={locale} messages={messages} timeZone="UTC" onError={onMissing}>
      {children}
    </NextIntlClientProvider>
  )
}
