/** How this device reads dates and units. */
'use client'
import Box from '@mui/material/Box'
import { useColorScheme } from '@mui/material/styles'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useRouter } from 'next/navigation'
import { useTranslations } from 'next-intl'
import { languageCookie, unitsCookie } from '../../ui/preferences'
import type { Units } from '../../words/format'
import type { Language } from '../../words/translator'
import { useSeason } from '../../ui/season-context'

/** Every language by its own name. */
const LANGUAGE_NAMES: readonly (readonly [Language, string])[] = [
  ['en', 'English'],
  ['es', 'Español'],
]

export function Preferences() {
  const t = useTranslations('farmPage')
  const { data } = useSeason()
  const { mode, setMode } = useColorScheme()
  const router = useRouter()
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 2.5 }}>
      <Box>
        <Box id="language-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
          {t('language')}
        </Box>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="language-label"
          value={data.ownLanguage ?? 'browser'}
          onChange={(_, language: Language | 'browser' | null) => {
            if (!language) return
            document.cookie = languageCookie(language === 'browser' ? undefined : language)
            // The page itself says which language it is in.
            window.location.reload()
          }}
        >
          <ToggleButton value="browser">{t('asTheBrowser')}</ToggleButton>
          {LANGUAGE_NAMES.map(([language, name]) => (
            <ToggleButton key={language} value={language} lang={language}>
              {name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Box>
      <Box>
        <Box id="units-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
          {t('unitsOnThisDevice')}
        </Box>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="units-label"
          value={data.ownUnits ?? 'farm'}
          onChange={(_, units: Units | 'farm' | null) => {
            if (!units) return
            document.cookie = unitsCookie(units === 'farm' ? undefined : units)
            router.refresh()
          }}
        >
          <ToggleButton value="farm">{t('asTheFarm')}</ToggleButton>
          <ToggleButton value="metric">{t('cLitresCm')}</ToggleButton>
          <ToggleButton value="us">{t('fInches')}</ToggleButton>
        </ToggleButtonGroup>
      </Box>
      <Box>
        <Box id="look-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
          {t('theme')}
        </Box>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="look-label"
          value={mode ?? 'system'}
          onChange={(_, next: 'light' | 'dark' | 'system' | null) => next && setMode(next)}
        >
          <ToggleButton value="light">{t('light')}</ToggleButton>
          <ToggleButton value="dark">{t('dark')}</ToggleButton>
          <ToggleButton value="system">{t('system')}</ToggleButton>
        </ToggleButtonGroup>
      </Box>
    </Box>
  )
}
