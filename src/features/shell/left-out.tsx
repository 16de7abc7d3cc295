/** What of the season cannot be read: it is left out, named, and can be downloaded; everything else works. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslations } from 'next-intl'
import { useSeason } from '../../ui/season-context'

export function LeftOut() {
  const t = useTranslations('shell')
  const { data } = useSeason()
  const [open, setOpen] = useState(false)
  const { setAside } = data
  if (setAside.length === 0) return null
  return (
    <Alert
      severity="error"
      square
      className="no-print"
      action={
        <>
          <Button color="inherit" onClick={() => setOpen(!open)}>
            {t(open ? 'showFewer' : 'showAll')}
          </Button>
          <Button color="inherit" href={`/out/left-out.json?season=${data.view}`} download>
            {t('download')}
          </Button>
        </>
      }
    >
      {t('leftOut', { things: setAside.length })}
      {open && (
        <Box component="ul" sx={{ m: 0, mt: 0.5, pl: 2.5, maxHeight: '30dvh', overflowY: 'auto' }}>
          {setAside.map(({ of, key, problem }) => (
            <li key={`${of}/${key}`}>
              <b>
                {t(`leftOutOf.${of}`)} {key}
              </b>
              : {problem}
            </li>
          ))}
        </Box>
      )}
    </Alert>
  )
}
