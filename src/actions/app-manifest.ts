/** What a device that installs the application is told. */
import type { MetadataRoute } from 'next'
import { RECORD_NOW } from '../season/address'
import { SHARE_TO, SHARED_FIELD } from '../season/shared-photo'
import { translatorOf } from '../words/translator'
import { readersLocale } from './season-data'

/** Views that are opened from the icon itself; an address without a farm leads to the one that was looked at last. */
const SHORTCUTS = ['today', 'scan', 'benches', 'field'] as const

/** How a device keeps it among its applications. */
export async function appManifest(): Promise<MetadataRoute.Manifest> {
  const { locale, language } = await readersLocale()
  const t = translatorOf(locale)
  return {
    id: '/',
    name: 'Dove Step',
    short_name: 'Dove Step',
    lang: language,
    start_url: '/today',
    scope: '/',
    display: 'standalone',
    background_color: '#F7F2E9',
    theme_color: '#27313B',
    categories: ['productivity'],
    icons: [
      { src: '/icon.svg', type: 'image/svg+xml', sizes: 'any' },
      { src: '/icon-192.png', type: 'image/png', sizes: '192x192' },
      { src: '/icon-512.png', type: 'image/png', sizes: '512x512' },
      { src: '/icon-whole-512.png', type: 'image/png', sizes: '512x512', purpose: 'maskable' },
    ],
    shortcuts: [
      ...SHORTCUTS.map((view) => ({ name: t(`titles.${view}`), url: `/${view}` })),
      { name: t('today.sownJustNow'), url: `/today?${RECORD_NOW}=sown` },
    ],
    share_target: {
      action: SHARE_TO,
      method: 'POST',
      enctype: 'multipart/form-data',
      params: { title: 'title', text: 'text', url: 'url', files: [{ name: SHARED_FIELD, accept: ['image/*'] }] },
    },
  }
}
