import { asker } from '../../../actions/asker'
import { invitedBy } from '../../../actions/people-listed'
import { titled } from '../../../actions/titled'
import { JoinView } from '../../../features/people/join-view'

export const dynamic = 'force-dynamic'
export const generateMetadata = titled('join')

export default async function JoinPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params
  const [one, invitation] = await Promise.all([asker(), invitedBy(token)])
  return <JoinView token={token} invitation={invitation ?? null} signedInAs={one.kind === 'person' ? one.name : null} />
}
