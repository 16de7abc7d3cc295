/** Which farm and season is looked at, and the way to another. */
'use client'
import SwitchIcon from '@mui/icons-material/UnfoldMore'
import Box from '@mui/material/Box'
import ListSubheader from '@mui/material/ListSubheader'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import { WholeLink, usePathname } from '../../ui/navigation'
import { seasonCookie } from '../../ui/preferences'
import { useSeason } from '../../ui/season-context'

/** An address without farm and season leads to what was looked at last. */
export function useLookedAt(view: string): void {
  useEffect(() => {
    document.cookie = seasonCookie(view)
  }, [view])
}

/** Views that show the same part of any season; what is open in them belongs to one. */
const useSameView = () => {
  const path = usePathname()
  return path === '/batch' ? '/today' : path
}

/** Every farm with its seasons, as lines of a menu. */
export function FarmChoices({ onChosen }: { onChosen: () => void }) {
  const t = useTranslations('shell')
  const { data } = useSeason()
  const view = useSameView()
  return (
    <>
      {data.farms.flatMap((farm) => [
        <ListSubheader key={farm.id} sx={{ lineHeight: 2.2, bgcolor: 'transparent' }}>
          {farm.name}
        </ListSubheader>,
        ...farm.seasons
          .filter(({ archived, id }) => !archived || id === data.own)
          .map((season) => (
            <MenuItem
              key={season.id}
              component={WholeLink}
              href={`/${farm.address}/${season.address}${view}`}
              prefetch={false}
              selected={season.id === data.own}
              aria-label={t('seasonOfFarm', { farm: farm.name, season: season.name })}
              onClick={onChosen}
              sx={{ minHeight: 44, pl: 4 }}
            >
              {t('season', { season: season.name })}
            </MenuItem>
          )),
      ])}
      <MenuItem
        component={WholeLink}
        href="/farms"
        prefetch={false}
        onClick={onChosen}
        sx={{ minHeight: 44, borderTop: 1, borderColor: 'divider', mt: 0.5 }}
      >
        {t('allFarms')}
      </MenuItem>
    </>
  )
}

/** At the foot of the rail: where one is, and a menu to go elsewhere. */
export function FarmSwitch() {
  const t = useTranslations('shell')
  const { season } = useSeason()
  const [at, setAt] = useState<HTMLElement | null>(null)
  return (
    <>
      <Box
        component="button"
        type="button"
        aria-haspopup="menu"
        aria-expanded={at !== null}
        aria-label={t('otherFarm', { farm: season.farm.name, season: season.season.name })}
        onClick={(event: React.MouseEvent<HTMLElement>) => setAt(event.currentTarget)}
        sx={{
          font: 'inherit',
          cursor: 'pointer',
          display: 'flex',
          alignItems: 'center',
          gap: 0.5,
          mt: 1.25,
          mx: 1.25,
          px: 1.25,
          py: 0.75,
          minHeight: 44,
          border: 0,
          borderRadius: 1,
          bgcolor: 'transparent',
          color: '#C9CCC9',
          fontSize: 13,
          textAlign: 'left',
          '&:hover': { bgcolor: 'rgba(255,255,255,.09)' },
          '&:focus-visible': { outlineColor: '#F3DF9C' },
        }}
      >
        <Box component="span" sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
          {season.farm.name}
          <br />
          {t('season', { season: season.season.name })}
        </Box>
        <SwitchIcon fontSize="small" />
      </Box>
      <Menu
        anchorEl={at}
        open={at !== null}
        onClose={() => setAt(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'left' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <FarmChoices onChosen={() => setAt(null)} />
      </Menu>
    </>
  )
}
