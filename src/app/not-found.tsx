import type { Metadata } from 'next'
import Link from 'next/link'

export const metadata: Metadata = { title: 'Not here' }

/** An address that leads nowhere: said so, with the ways back. */
export default function NotFound() {
  return (
    <main style={{ padding: 48, maxWidth: 560, margin: '0 auto' }}>
      <h1>There is no such page</h1>
      <p>The address may be mistyped, or what it led to has been deleted. Nothing is lost.</p>
      <p>
        <Link href="/today">Today</Link> · <Link href="/plan">Plan</Link> · <Link href="/farm">Farm</Link>
      </p>
    </main>
  )
}
