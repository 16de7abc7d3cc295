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

export type ByPasskey = 'signed-in' | 'stopped' | 'passkeyUnknown' | 'tooOften' | 'noAnswer'

/** Whether passkeys can be made and used here: browsers want HTTPS, or the machine itself, and a name in the address. */
export const canUsePasskeys = (): boolean =>
  'PublicKeyCredential' in window && window.isSecureContext && !/^(?:\d+\.){3}\d+$|^\[/.test(window.location.hostname)

/** Who closes the browser's own question has not failed at anything. */
const wasStopped = (error: unknown) =>
  error instanceof Error && (error.name === 'NotAllowedError' || error.name === 'AbortError')

/** Signs in with a passkey of this device. */
export async function signInByPasskey(): Promise<ByPasskey> {
  try {
    const { startAuthentication } = await import('@simplewebauthn/browser')
    const asked = await send('passkey/ask-sign-in', {})
    if (!asked.ok) return asked.status === 429 ? 'tooOften' : 'noAnswer'
    const optionsJSON = (await asked.json()) as Parameters<typeof startAuthentication>[0]['optionsJSON']
    const { ok, status } = await send('passkey/sign-in', { answer: await startAuthentication({ optionsJSON }) })
    if (ok) return 'signed-in'
    return status === 429 ? 'tooOften' : status < 500 ? 'passkeyUnknown' : 'noAnswer'
  } catch (error) {
    return wasStopped(error) ? 'stopped' : 'noAnswer'
  }
}

export type PasskeyMade = 'made' | 'stopped' | 'signInAgain' | 'hasOne' | 'noAnswer'

/** Makes a passkey on this device, and has it kept. @param name what it is called in the list */
export async function makePasskey(name: string): Promise<PasskeyMade> {
  try {
    const { startRegistration } = await import('@simplewebauthn/browser')
    const asked = await send('passkey/ask-new', {})
    if (!asked.ok) return asked.status === 403 || asked.status === 401 ? 'signInAgain' : 'noAnswer'
    const optionsJSON = (await asked.json()) as Parameters<typeof startRegistration>[0]['optionsJSON']
    const { ok } = await send('passkey/new', { name, answer: await startRegistration({ optionsJSON }) })
    return ok ? 'made' : 'noAnswer'
  } catch (error) {
    if (error instanceof Error && error.name === 'InvalidStateError') return 'hasOne'
    return wasStopped(error) ? 'stopped' : 'noAnswer'
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
