'use client'
import { useComeBack } from '../ui/come-back'

/** Shown when not even the season could be read, most often because the database does not answer. */
export default function ServerFailed({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  const again = useComeBack(reset)
  return (
    <main style={{ padding: 48, maxWidth: 560, margin: '0 auto' }}>
      <h1>The season could not be read</h1>
      <p>
        The database does not answer just now. Nothing was lost, and what you wrote down waits on this device. The page
        comes back by itself as soon as it answers; if it stays like this, stop the application with Ctrl-C and start it
        again{error.digest ? ` (the server’s log has more under ${error.digest})` : ''}.
      </p>
      <button type="button" onClick={again}>
        Try again
      </button>
    </main>
  )
}
