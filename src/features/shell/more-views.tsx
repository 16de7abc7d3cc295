/** What finds no room at the foot of a phone. */
'use client'
import PracticeIcon from '@mui/icons-material/ModelTrainingOutlined'
import DrillIcon from '@mui/icons-material/SchoolOutlined'
import SearchIcon from '@mui/icons-material/Search'
import PeopleIcon from '@mui/icons-material/PeopleOutlined'
import InstallIcon from '@mui/icons-material/InstallMobileOutlined'
import HelpIcon from '@mui/icons-material/HelpOutlined'
import MoreIcon from '@mui/icons-material/MoreHoriz'
import Box from '@mui/material/Box'
import Divider from '@mui/material/Divider'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { Link, usePathname } from '../../ui/navigation'
import { AtHandDialog, AtHandItems, type AtHand } from './at-hand'
import { FarmChoices } from './farm-switch'
import { AT_FOOT, VIEWS } from './views'

/** The views that find no room at the foot of a phone. */
export function MoreViews({ onFind, onHelp }: { onFind: () => void; onHelp: () => void }) {
  const t = useTranslations('shell')
  const path = usePathname()
  const rest = VIEWS.filter(({ href }) => !AT_FOOT.has(href))
  const here = rest.some(({ href }) => path.startsWith(href))
  const [at, setAt] = useState<HTMLElement | null>(null)
  const [atHand, setAtHand] = useState<AtHand>()
  return (
    <>
      <Box
        component="button"
        type="button"
        aria-haspopup="menu"
        aria-expanded={at !== null}
        onClick={(event: React.MouseEvent<HTMLElement>) => setAt(event.currentTarget)}
        sx={{
          all: 'unset',
          boxSizing: 'border-box',
          cursor: 'pointer',
          flex: '1 0 50px',
          minHeight: 56,
          display: 'flex',
          flexDirection: 'column',
          alignItems: 'center',
          justifyContent: 'center',
          fontSize: 12.5,
          fontWeight: here ? 750 : 450,
          borderTop: 3,
          borderTopStyle: 'solid',
          borderColor: here ? '#F3DF9C' : 'transparent',
          '&:focus-visible': { outline: '3px solid #F3DF9C', outlineOffset: -3 },
        }}
      >
        <MoreIcon fontSize="small" />
        {t('more')}
      </Box>
      <Menu
        anchorEl={at}
        open={at !== null}
        onClose={() => setAt(null)}
        anchorOrigin={{ vertical: 'top', horizontal: 'right' }}
        transformOrigin={{ vertical: 'bottom', horizontal: 'right' }}
      >
        {rest.map(({ href, name, Icon }) => (
          <MenuItem
            key={href}
            component={Link}
            href={href}
            onClick={() => setAt(null)}
            selected={path.startsWith(href)}
            sx={{ minHeight: 48, gap: 1.5 }}
          >
            <Icon fontSize="small" />
            {t(`views.${name}`)}
          </MenuItem>
        ))}
        <MenuItem component={Link} href="/drills" onClick={() => setAt(null)} sx={{ minHeight: 48, gap: 1.5 }}>
          <DrillIcon fontSize="small" />
          {t('drills')}
        </MenuItem>
        <MenuItem component={Link} href="/practice" onClick={() => setAt(null)} sx={{ minHeight: 48, gap: 1.5 }}>
          <PracticeIcon fontSize="small" />
          {t('practice')}
        </MenuItem>
        <MenuItem
          onClick={() => {
            setAt(null)
            onFind()
          }}
          sx={{ minHeight: 48, gap: 1.5 }}
        >
          <SearchIcon fontSize="small" />
          {t('find')}
        </MenuItem>
        <MenuItem
          onClick={() => {
            setAt(null)
            onHelp()
          }}
          sx={{ minHeight: 48, gap: 1.5 }}
        >
          <HelpIcon fontSize="small" />
          {t('help')}
        </MenuItem>
        <AtHandItems
          onChosen={(what) => {
            setAt(null)
            setAtHand(what)
          }}
        />
        <MenuItem component={Link} href="/people" onClick={() => setAt(null)} sx={{ minHeight: 48, gap: 1.5 }}>
          <PeopleIcon fontSize="small" />
          {t('peopleAndSigningIn')}
        </MenuItem>
        <MenuItem component={Link} href="/install" onClick={() => setAt(null)} sx={{ minHeight: 48, gap: 1.5 }}>
          <InstallIcon fontSize="small" />
          {t('onYourPhone')}
        </MenuItem>
        <Divider />
        <FarmChoices onChosen={() => setAt(null)} />
      </Menu>
      {atHand && <AtHandDialog what={atHand} onClose={() => setAtHand(undefined)} />}
    </>
  )
}
