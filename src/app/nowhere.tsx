'use client'
import Link from 'next/link'
import { useTranslations } from 'next-intl'

/** An address that leads nowhere: said so, with the ways back. */
export function Nowhere() {
  const t = useTranslations('app')
  return (
    <main style={{ padding: 48, maxWidth: 560, margin: '0 auto' }}>
      <h1>{t('thereIsNoSuchPage')}</h1>
      <p>{t('theAddressMayBeMistyped')}</p>
      <p>
        <Link href="/today">{t('today')}</Link> · <Link href="/plan">{t('plan')}</Link> ·{' '}
        <Link href="/farm">{t('farm')}</Link>
      </p>
    </main>
  )
}
