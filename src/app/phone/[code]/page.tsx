import { phoneInvited } from '../../../actions/people-listed'
import { titled } from '../../../actions/titled'
import { PhoneView } from '../../../features/people/phone-view'

export const dynamic = 'force-dynamic'
export const generateMetadata = titled('phone')

export default async function PhonePage({ params }: { params: Promise<{ code: string }> }) {
  const { code } = await params
  return <PhoneView code={code} phone={(await phoneInvited(code)) ?? null} />
}
