/** How this device reads dates and units. */
'use client'
import Box from '@mui/material/Box'
import { useColorScheme } from '@mui/material/styles'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useRouter } from 'next/navigation'
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
  const { data } = useSeason()
  const { mode, setMode } = useColorScheme()
  const router = useRouter()
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 2.5 }}>
      <Box>
        <Box id="language-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
          Language
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
          <ToggleButton value="browser">As the browser</ToggleButton>
          {LANGUAGE_NAMES.map(([language, name]) => (
            <ToggleButton key={language} value={language} lang={language}>
              {name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Box>
      <Box>
        <Box id="units-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
          Units on this device
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
          <ToggleButton value="farm">As the farm</ToggleButton>
          <ToggleButton value="metric">°C, litres, cm</ToggleButton>
          <ToggleButton value="us">°F, inches</ToggleButton>
        </ToggleButtonGroup>
      </Box>
      <Box>
        <Box id="look-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
          Theme
        </Box>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="look-label"
          value={mode ?? 'system'}
          onChange={(_, next: 'light' | 'dark' | 'system' | null) => next && setMode(next)}
        >
          <ToggleButton value="light">Light</ToggleButton>
          <ToggleButton value="dark">Dark</ToggleButton>
          <ToggleButton value="system">System</ToggleButton>
        </ToggleButtonGroup>
      </Box>
    </Box>
  )
}
