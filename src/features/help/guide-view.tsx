/** The guide: a page for every view, to be read and searched, without signal too. */
'use client'
import Box from '@mui/material/Box'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useSearchParams } from 'next/navigation'
import { useLocale, useTranslations } from 'next-intl'
import { useState, type MouseEvent } from 'react'
import { Link, useRouter } from '../../ui/navigation'
import { guidePage, PAGE_NAMES, searchPages } from '../../ui/help/pages'
import { PageHead } from '../../ui/help/page-words'

export function GuideView() {
  const t = useTranslations('help')
  const language = useLocale().slice(0, 2)
  const params = useSearchParams()
  const router = useRouter()
  const [asked, setAsked] = useState('')
  const name = PAGE_NAMES.find((one) => one === params.get('page')) ?? 'today'
  const page = guidePage(name, language)
  const found = searchPages(asked, language)
  /** Links inside a page stay in this farm and season. */
  const follow = (event: MouseEvent<HTMLElement>) => {
    const link = (event.target as HTMLElement).closest('a')
    const to = link?.getAttribute('href')?.match(/^guide\?page=([\w-]+)$/)?.[1]
    if (!to) return
    event.preventDefault()
    router.push(`/guide?page=${to}`)
  }
  return (
    <Box sx={{ px: { xs: 1.5, md: 2.5 }, py: 2 }}>
      <Typography variant="h1" className="no-print">
        {t('guide')}
      </Typography>
      <Box
        sx={{ mt: 1.5, display: 'grid', gap: { xs: 2, md: 4 }, gridTemplateColumns: { xs: '1fr', md: '230px 1fr' } }}
      >
        <Box component="nav" aria-label={t('pages')} className="no-print">
          <TextField
            type="search"
            label={t('searchTheGuide')}
            value={asked}
            onChange={(event) => setAsked(event.target.value)}
          />
          <Box
            component="ul"
            sx={{
              listStyle: 'none',
              m: 0,
              mt: 1,
              p: 0,
              columns: { xs: 2, md: 1 },
              '& a': { display: 'block', py: 1, color: 'inherit', textDecoration: 'none' },
              '& a[aria-current]': { fontWeight: 750 },
              '& a:hover': { textDecoration: 'underline' },
            }}
          >
            {found.map((one) => (
              <li key={one}>
                <Link
                  href={`/guide?page=${one}`}
                  prefetch={false}
                  {...(one === name ? { 'aria-current': 'page' } : {})}
                >
                  {guidePage(one, language).title}
                </Link>
              </li>
            ))}
          </Box>
          {found.length === 0 && (
            <Box role="status" sx={{ mt: 1, color: 'text.secondary' }}>
              {t('nothingFound', { asked })}
            </Box>
          )}
        </Box>
        <Box component="article" aria-labelledby="guide-page" onClick={follow} sx={{ maxWidth: 720 }}>
          <Typography variant="h2" id="guide-page" sx={{ fontSize: 26, mb: 1 }}>
            {page.title}
          </Typography>
          <PageHead page={page} />
          {page.html && (
            <Box
              sx={{
                fontSize: 16,
                lineHeight: 1.55,
                '& h2': { fontFamily: 'var(--heading)', fontWeight: 400, fontSize: 19, mt: 2.5, mb: 0.5 },
                '& p': { my: 0.75 },
                '& a': { color: 'inherit' },
                '& table': { borderCollapse: 'collapse', width: '100%' },
                '& th, & td': { textAlign: 'left', verticalAlign: 'top', py: 0.75, pr: 2, borderBottom: 1, borderColor: 'divider' }, // prettier-ignore
                '& thead': { display: 'none' },
              }}
              // Written by ourselves, and shipped with the page.
              dangerouslySetInnerHTML={{ __html: page.html }}
            />
          )}
        </Box>
      </Box>
    </Box>
  )
}
