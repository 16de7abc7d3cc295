import { redirect } from 'next/navigation'
import { asker, signInHere } from '../../actions/asker'
import { titled } from '../../actions/titled'
import { SignInView } from '../../features/people/sign-in-view'

export const dynamic = 'force-dynamic'
export const generateMetadata = titled('sign-in')

/** An address of ours, and no other. */
const ours = (to: unknown): string => (typeof to === 'string' && /^\/(?![/\\])/.test(to) ? to : '/')

export default async function SignInPage({ searchParams }: { searchParams: Promise<{ to?: string | string[] }> }) {
  const to = ours((await searchParams).to)
  if ((await asker()).kind !== 'nobody') redirect(to)
  return <SignInView to={to} hasOwner={(await signInHere()) !== undefined} />
}
