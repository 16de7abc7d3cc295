/** Who asks, and whether they may: the one place where that is decided. */
import { AsyncLocalStorage } from 'node:async_hooks'
import { headers } from 'next/headers'
import { cache } from 'react'
import { database } from '../data/database'
import { isAnyFarm } from '../data/farm-repository'
import { rolesOf, sharingOf } from '../data/people-repository'
import { phoneOfToken } from '../data/phone-repository'
import { quicklySignedIn, signIn, type SignIn } from '../data/sign-in'
import { handedOn } from './asked-by'
import { may, mayAll, mayBegin, UNNAMED, type Asker, type Deed } from '../season/roles'

/** Set where the server is reached from elsewhere than its own machine: then nobody is let in unasked. */
const mustSignIn = () => process.env.DOVE_STEP_SHARED === '1'

/** Answers a request that was sent by somebody; who it was is looked for when it is asked, where it is not known. */
export const askedBy = <T>(one: Asker | undefined, answer: () => Promise<T>): Promise<T> =>
  answering.run(one ? { asker: Promise.resolve(one) } : {}, answer)

/** Errors that say why something was refused, with a name that reaches the page. */
export class NotAllowed extends Error {
  readonly digest = 'DOVE_NOT_ALLOWED'
  override readonly name = 'NotAllowed'
}
export class SignedOut extends Error {
  readonly digest = 'DOVE_SIGNED_OUT'
  override readonly name = 'SignedOut'
}

/** The cookie by which a phone that a crew shares is known. */
export const PHONE_COOKIE = 'dove-step-phone'

const phoneToken = (cookies: string | null): string | undefined =>
  new RegExp(`(?:^|;\\s*)${PHONE_COOKIE}=([\\w-]{32})(?:;|$)`).exec(cookies ?? '')?.[1]

const authOf = (secret: string) => signIn(database(), secret, process.env.DOVE_STEP_HTTPS === '1')

/** Passwords and sign-ins, where people have to sign in. */
export async function signInHere(): Promise<SignIn | undefined> {
  const sharing = await sharingOf(database())
  return sharing && authOf(sharing.secret)
}

/** Who sent a request. */
export async function askerOf(sent: Headers): Promise<Asker> {
  const sharing = await sharingOf(database())
  if (!sharing) return { kind: mustSignIn() ? 'nobody' : 'everyone' }
  const known = await quicklySignedIn(database(), sharing.secret, sent.get('cookie'))
  if (known) return { kind: 'person', ...known, keeps: sharing.keeper === known.id }
  const found = await authOf(sharing.secret).api.getSession({ headers: sent })
  if (!found) {
    const held = phoneToken(sent.get('cookie'))
    const phone = held === undefined ? undefined : await phoneOfToken(database(), held)
    return phone ? { kind: 'phone', ...phone } : { kind: 'nobody' }
  }
  const { id, name } = found.user
  return { kind: 'person', id, name, keeps: sharing.keeper === id, roles: await rolesOf(database(), id) }
}

/** Who sent a request, as it was found out before, or now. */
const askerNow = async (): Promise<Asker> => {
  const sent = await headers()
  return handedOn(sent) ?? askerOf(sent)
}

const perPage = cache(askerNow)

/** What was found out while one request is answered by a handler, which nothing draws. */
const answering = new AsyncLocalStorage<{ asker?: Promise<Asker> }>()

/** Who sent the request that is answered, looked for once: of a page while it is drawn, of a handler while it answers. */
export const asker = (): Promise<Asker> => {
  const known = answering.getStore()
  return known ? (known.asker ??= askerNow()) : perPage()
}

/** For the journal: by whom something was done. */
export interface By {
  who: string
  person: string | null
}

/** By whom something is done, where it does not say itself. */
export const byOf = (one: Asker): By =>
  one.kind === 'person'
    ? { who: one.name, person: one.id }
    : { who: one.kind === 'phone' ? one.name : UNNAMED, person: null }

/** Who does something on a farm. @throws NotAllowed, SignedOut where they may not */
export async function byWhom(deed: Deed, farm: string): Promise<By> {
  const one = await asker()
  if (one.kind === 'nobody') throw new SignedOut()
  if (!may(one, deed, farm)) throw new NotAllowed()
  return byOf(one)
}

/** Whether whoever asks may; somebody who has signed out is told so. */
export async function mayHere(deed: Deed, farm: string): Promise<boolean> {
  const one = await asker()
  if (one.kind === 'nobody') throw new SignedOut()
  return may(one, deed, farm)
}

/** Whether whoever asks may make farms here. */
export async function mayBeginHere(): Promise<boolean> {
  const one = await asker()
  return mayBegin(one, one.kind === 'person' && (await isAnyFarm(database())))
}

/** @throws NotAllowed, SignedOut where whoever asks may make no farm here */
export async function assertMayBegin(): Promise<Asker> {
  const one = await asker()
  if (one.kind === 'nobody') throw new SignedOut()
  if (!(await mayBeginHere())) throw new NotAllowed()
  return one
}

/** @throws NotAllowed, SignedOut where whoever asks may not do what touches every farm */
export async function assertMayAll(): Promise<void> {
  const one = await asker()
  if (one.kind === 'nobody') throw new SignedOut()
  if (!mayAll(one)) throw new NotAllowed()
}

/** The answer to what is refused by one of these errors; any other is thrown on. */
function refusedAnswer(error: unknown): Response {
  if (error instanceof SignedOut) return Response.json({ problem: 'Sign in first.' }, { status: 401 })
  if (error instanceof NotAllowed)
    return Response.json({ problem: 'Your role on this farm does not allow that.' }, { status: 403 })
  throw error
}

/** A handler that says so where whoever asks may not. */
export const allowed =
  <A extends unknown[]>(handle: (...args: A) => Promise<Response>) =>
  (...args: A): Promise<Response> =>
    (answering.getStore() ? handle(...args) : askedBy(undefined, () => handle(...args))).catch(refusedAnswer)

/** A handler of what touches every farm: for who keeps the server. */
export const ofAll = <A extends unknown[]>(handle: (...args: A) => Promise<Response>) =>
  allowed(async (...args: A): Promise<Response> => {
    await assertMayAll()
    return handle(...args)
  })
