'use client'
import { useTranslations } from 'next-intl'
import { useComeBack } from '../ui/come-back'

/** Shown when not even the season could be read, most often because the database does not answer. */
export default function ServerFailed({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  const t = useTranslations('app')
  const again = useComeBack(reset)
  return (
    <main style={{ padding: 48, maxWidth: 560, margin: '0 auto' }}>
      <h1>{t('theSeasonCouldNotBe')}</h1>
      <p>
        {t('theDatabaseDoesNotAnswer', {
          extra: error.digest ? t('theServersLogHasMore', { digest: error.digest }) : '',
        })}
      </p>
      <button type="button" onClick={again}>
        {t('tryAgain')}
      </button>
    </main>
  )
}
