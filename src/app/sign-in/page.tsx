import { redirect } from 'next/navigation'
import { asker, signInHere } from '../../actions/asker'
import { ours } from '../../actions/own-requests'
import { titled } from '../../actions/titled'
import { SignInView } from '../../features/people/sign-in-view'

export const dynamic = 'force-dynamic'
export const generateMetadata = titled('sign-in')

export default async function SignInPage({ searchParams }: { searchParams: Promise<{ to?: string | string[] }> }) {
  const to = ours((await searchParams).to)
  if ((await asker()).kind !== 'nobody') redirect(to)
  return <SignInView to={to} hasOwner={(await signInHere()) !== undefined} />
}
