/** The catalogue of this reader's language for every component under it. It comes with the code, not with each page. */
'use client'
import { NextIntlClientProvider } from 'next-intl'
import { useMemo, type ReactNode } from 'react'
import { messagesOf, onMissing } from '../words/translator'

export function WordsProvider({ locale, children }: { locale: string; children: ReactNode }) {
  const messages = useMemo(() => messagesOf(locale), [locale])
  return (
    <NextIntlClientProvider locale={locale} messages={messages} timeZone="UTC" onError={onMissing}>
      {children}
    </NextIntlClientProvider>
  )
}
