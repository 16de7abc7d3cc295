/** Signing in and out, as the page asks for it. */
import { leaveDevice } from '../../ui/held-season'

export type SignedIn = 'signed-in' | 'wrongPassword' | 'tooOften' | 'noAnswer'

const send = (what: string, body: object) =>
  fetch(`/api/auth/${what}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })

export async function signIn(email: string, password: string): Promise<SignedIn> {
  try {
    const { ok, status } = await send('sign-in/email', { email: email.trim(), password })
    if (ok) return 'signed-in'
    return status === 429 ? 'tooOften' : status < 500 ? 'wrongPassword' : 'noAnswer'
  } catch {
    return 'noAnswer' // it never came there
  }
}

/** Sets a new password by what a link holds. */
export async function choosePassword(
  token: string,
  newPassword: string,
): Promise<'saved' | 'passwordLinkNoLonger' | 'noAnswer'> {
  try {
    const { ok, status } = await send('reset-password', { token, newPassword })
    return ok ? 'saved' : status < 500 && status !== 429 ? 'passwordLinkNoLonger' : 'noAnswer'
  } catch {
    return 'noAnswer' // it never came there
  }
}

/** Signs out here; pages and seasons kept on the device for when there is no signal go too. @returns false where there was no answer */
export async function signOut(): Promise<boolean> {
  try {
    const { ok } = await send('sign-out', {})
    if (!ok) return false
    await leaveDevice().catch((error: unknown) => console.warn('What lies on this device could not be deleted:', error))
    return true
  } catch {
    return false // no connection: one is signed in still
  }
}
