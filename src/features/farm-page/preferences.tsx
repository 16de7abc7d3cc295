/** How this reader reads: language, units, theme. */
'use client'
import Box from '@mui/material/Box'
import { useColorScheme } from '@mui/material/styles'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useId, type ReactNode } from 'react'
import { useTranslations } from 'next-intl'
import { goAnew } from '../../ui/held-season'
import { languageCookie, unitsCookie } from '../../ui/preferences'
import { useSeason } from '../../ui/season-context'
import { LANGUAGES, type Language } from '../../words/translator'
import { useRouter } from '../../ui/navigation'
import { Install } from './install'
import './words'

/** Every language by its own name. */
const LANGUAGE_NAMES: Record<Language, string> = { en: 'English', es: 'Español' }

export function Preferences() {
  const t = useTranslations('farmPage')
  const { data } = useSeason()
  const { mode, setMode } = useColorScheme()
  const router = useRouter()
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 2.5 }}>
      <OneOf
        label={t('language')}
        value={data.ownLanguage ?? 'browser'}
        options={[
          ['browser', t('asTheBrowser')],
          ...LANGUAGES.map(
            (language) =>
              [
                language,
                <span key={language} lang={language}>
                  {LANGUAGE_NAMES[language]}
                </span>,
              ] as const,
          ),
        ]}
        onChange={(language) => {
          document.cookie = languageCookie(language === 'browser' ? undefined : language)
          // The page itself says which language it is in.
          goAnew()
        }}
      />
      <OneOf
        label={t('unitsOnThisDevice')}
        value={data.ownUnits ?? 'farm'}
        options={[
          ['farm', t('asTheFarm')],
          ['metric', t('cLitresCm')],
          ['us', t('fInches')],
        ]}
        onChange={(units) => {
          document.cookie = unitsCookie(units === 'farm' ? undefined : units)
          router.refresh()
        }}
      />
      <OneOf
        label={t('theme')}
        value={mode ?? 'system'}
        options={[
          ['light', t('light')],
          ['dark', t('dark')],
          ['system', t('system')],
        ]}
        onChange={setMode}
      />
      <Install />
    </Box>
  )
}

/** One of a few, all in sight. */
function OneOf<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string
  value: T
  options: readonly (readonly [T, ReactNode])[]
  onChange: (next: T) => void
}) {
  const id = useId()
  return (
    <Box>
      <Box id={id} sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
        {label}
      </Box>
      <ToggleButtonGroup
        exclusive
        size="small"
        aria-labelledby={id}
        value={value}
        onChange={(_, next: T | null) => next && onChange(next)}
      >
        {options.map(([of, name]) => (
          <ToggleButton key={of} value={of}>
            {name}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
    </Box>
  )
}
