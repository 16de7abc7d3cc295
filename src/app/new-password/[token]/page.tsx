import { choosesPassword } from '../../../actions/people-listed'
import { titled } from '../../../actions/titled'
import { NewPasswordView } from '../../../features/people/new-password-view'

export const dynamic = 'force-dynamic'
export const generateMetadata = titled('newPassword')

export default async function NewPasswordPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params
  return <NewPasswordView token={token} name={(await choosesPassword(token))?.name ?? null} />
}
