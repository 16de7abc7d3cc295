/** How this device reads dates and units. */
'use client'
import Box from '@mui/material/Box'
import { useColorScheme } from '@mui/material/styles'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import { useRouter } from 'next/navigation'
import { UNITS_COOKIE } from '../../ui/preferences'
import { useSeason } from '../../ui/season-context'

export function Preferences() {
  const { data } = useSeason()
  const { mode, setMode } = useColorScheme()
  const router = useRouter()
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, mt: 2.5 }}>
      <Box>
        <Box id="units-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
          Units
        </Box>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="units-label"
          value={data.units}
          onChange={(_, units: string | null) => {
            if (!units) return
            document.cookie = `${UNITS_COOKIE}=${units}; path=/; max-age=31536000; samesite=lax`
            router.refresh()
          }}
        >
          <ToggleButton value="metric">°C, litres, cm</ToggleButton>
          <ToggleButton value="us">°F, inches</ToggleButton>
        </ToggleButtonGroup>
      </Box>
      <Box>
        <Box id="look-label" sx={{ fontSize: 13, color: 'text.secondary', mb: 0.5 }}>
          Look
        </Box>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="look-label"
          value={mode ?? 'system'}
          onChange={(_, next: 'light' | 'dark' | 'system' | null) => next && setMode(next)}
        >
          <ToggleButton value="light">Paper</ToggleButton>
          <ToggleButton value="dark">Night</ToggleButton>
          <ToggleButton value="system">As the device</ToggleButton>
        </ToggleButtonGroup>
      </Box>
    </Box>
  )
}
