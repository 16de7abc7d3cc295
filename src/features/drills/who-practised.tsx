/** Who of the farm has practised what: for planners. */
'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import { practised } from '../../actions/drills'
import type { Drill } from '../../core/drills/drill'
import type { Practised } from '../../season/drills'
import { callServer, troubleWords } from '../../ui/call-server'
import { useSeason } from '../../ui/season-context'
import './words'

const KINDS = ['count', 'decide', 'plant', 'bench', 'frost', 'label', 'symptom', 'mix', 'safety'] as const satisfies readonly Drill['kind'][] // prettier-ignore

const MS_OF_DAY = 86_400_000

export function WhoPractised() {
  const t = useTranslations('drills')
  const { data, format } = useSeason()
  const [all, setAll] = useState<Practised[]>()
  const [trouble, setTrouble] = useState<string>()
  useEffect(() => {
    let gone = false
    void callServer(() => practised(data.own), true).then((called) => {
      if (gone) return
      if (called.ok) setAll(called.answer ?? [])
      else setTrouble(troubleWords(called, format))
    })
    return () => {
      gone = true
    }
  }, [data.own, format])
  const people = [...new Map(all?.map(({ whose, who }) => [whose, who]))]
  return (
    <Box component="section" aria-label={t('planner')} sx={{ mt: 4 }}>
      <Typography variant="h2">{t('planner')}</Typography>
      {trouble && <Alert severity="info">{trouble}</Alert>}
      {all?.length === 0 && <Box sx={{ mt: 1, color: 'text.secondary' }}>{t('plannerNone')}</Box>}
      {people.length > 0 && (
        <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label={t('planner')}>
          <Box
            component="table"
            sx={{
              mt: 1,
              borderCollapse: 'collapse',
              fontSize: 15,
              '& th, & td': { textAlign: 'left', p: '6px 14px 6px 0', borderBottom: 1, borderColor: 'divider' },
              '& td': { whiteSpace: 'nowrap' },
              '& thead th': { fontSize: 13, fontWeight: 500, color: 'text.secondary', verticalAlign: 'bottom' },
            }}
          >
            <thead>
              <tr>
                <th scope="col">{t('person')}</th>
                {KINDS.map((kind) => (
                  <th key={kind} scope="col">
                    {t(`kinds.${kind}`)}
                  </th>
                ))}
                <th scope="col">{t('lastOn')}</th>
              </tr>
            </thead>
            <tbody>
              {people.map(([whose, who]) => {
                const own = all!.filter((one) => one.whose === whose)
                const last = Math.max(...own.map((one) => Date.parse(one.last)))
                return (
                  <tr key={whose}>
                    <th scope="row">{who}</th>
                    {KINDS.map((kind) => {
                      const one = own.find((some) => some.kind === kind)
                      return <td key={kind}>{one ? t('of', { right: one.right, answers: one.answers }) : '–'}</td>
                    })}
                    <td>{format.date(Math.floor(last / MS_OF_DAY))}</td>
                  </tr>
                )
              })}
            </tbody>
          </Box>
        </Box>
      )}
    </Box>
  )
}
