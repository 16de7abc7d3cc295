import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource/young-serif/400.css'
import './globals.css'
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter'
import CssBaseline from '@mui/material/CssBaseline'
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript'
import { ThemeProvider } from '@mui/material/styles'
import type { Metadata, Viewport } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { readersLocale } from '../actions/season-data'
import { NoticeProvider } from '../ui/notice'
import { theme } from '../ui/theme'
import { WordsProvider } from '../ui/words-provider'

export const metadata: Metadata = {
  title: { default: 'Dove Step', template: '%s · Dove Step' },
  description: 'Raising transplants on time, counted back from the field.',
}

export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#27313B' }

export default async function RootLayout({ children }: { children: ReactNode }) {
  const { locale, language } = await readersLocale()
  // Scripts that the page itself holds run only with what was said for this answer.
  const nonce = /'nonce-([^']+)'/.exec((await headers()).get('content-security-policy') ?? '')?.[1]
  return (
    <html lang={language} suppressHydrationWarning>
      <body>
        <InitColorSchemeScript attribute="data" {...(nonce === undefined ? {} : { nonce })} />
        <AppRouterCacheProvider>
          <ThemeProvider theme={theme} defaultMode="system">
            <CssBaseline enableColorScheme />
            <WordsProvider locale={locale}>
              <NoticeProvider>{children}</NoticeProvider>
            </WordsProvider>
          </ThemeProvider>
        </AppRouterCacheProvider>
      </body>
    </html>
  )
}
