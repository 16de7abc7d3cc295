/** Signing in with a passkey, as a part of better-auth: what a device is asked, and whether what it answers is right. */
import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
  type AuthenticationResponseJSON,
  type RegistrationResponseJSON,
} from '@simplewebauthn/server'
import { APIError, createAuthEndpoint, freshSessionMiddleware } from 'better-auth/api'
import { setSessionCookie } from 'better-auth/cookies'
import type { Kysely } from 'kysely'
import { z } from 'zod'
import { addPasskey, askToSign, findPasskey, passkeysOf, usedPasskey, wasAsked } from './passkey-repository'
import type { Database } from './schema'

const OURS = 'Dove Step'

/** What a device answers; the library looks at each part of it. */
const Answer = z.looseObject({
  id: z.string().min(1).max(1500),
  response: z.looseObject({ clientDataJSON: z.string().max(4000) }),
})

/** Where a page is: passkeys are good for the name in its address. */
function placeOf(headers: Headers | undefined, secure: boolean): { rp: string; origin: string } {
  const host = headers?.get('host')
  if (!host) throw new APIError('BAD_REQUEST')
  return { rp: host.replace(/:\d+$/, ''), origin: `${secure ? 'https' : 'http'}://${host}` }
}

/** What a device says it has signed. */
function challengeIn({ response }: z.output<typeof Answer>): string {
  try {
    const said = JSON.parse(Buffer.from(response.clientDataJSON, 'base64url').toString()) as { challenge?: unknown }
    return typeof said.challenge === 'string' ? said.challenge : ''
  } catch (error) {
    if (error instanceof SyntaxError) return ''
    throw error
  }
}

const wrong = () => new APIError('UNAUTHORIZED', { message: 'This passkey does not open anything here.' })

const toMake = (person: string, rp: string) => `make ${person} ${rp}`
const toSignIn = (rp: string) => `sign in ${rp}`

/** @param secure whether the server is reached by HTTPS alone */
export const passkeys = (db: Kysely<Database>, secure: boolean) => ({
  id: 'passkeys' as const,
  endpoints: {
    /** What the device of whoever is signed in is asked, to make a passkey. Who has signed in long ago does it again first. */
    newPasskeyAsked: createAuthEndpoint(
      '/passkey/ask-new',
      { method: 'POST', use: [freshSessionMiddleware] },
      async (ctx) => {
        const { rp } = placeOf(ctx.headers, secure)
        const { user } = ctx.context.session
        const known = await passkeysOf(db, user.id)
        const options = await generateRegistrationOptions({
          rpName: OURS,
          rpID: rp,
          userName: user.email,
          userDisplayName: user.name,
          userID: new TextEncoder().encode(user.id),
          attestationType: 'none',
          excludeCredentials: known.filter((one) => one.rp === rp).map(({ id }) => ({ id })),
          authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
        })
        await askToSign(db, options.challenge, toMake(user.id, rp))
        return ctx.json(options)
      },
    ),

    /** Keeps the passkey a device has made. */
    newPasskeyAnswered: createAuthEndpoint(
      '/passkey/new',
      {
        method: 'POST',
        use: [freshSessionMiddleware],
        body: z.object({ answer: Answer, name: z.string().trim().min(1).max(60) }),
      },
      async (ctx) => {
        const { rp, origin } = placeOf(ctx.headers, secure)
        const { answer, name } = ctx.body
        const person = ctx.context.session.user.id
        const challenge = challengeIn(answer)
        if (!(await wasAsked(db, challenge, toMake(person, rp)))) throw wrong()
        const { verified, registrationInfo: made } = await verifyRegistrationResponse({
          response: answer as unknown as RegistrationResponseJSON,
          expectedChallenge: challenge,
          expectedOrigin: origin,
          expectedRPID: rp,
          requireUserVerification: true,
        }).catch(() => ({ verified: false, registrationInfo: undefined }))
        if (!verified || !made) throw wrong()
        const { id, publicKey, counter, transports = [] } = made.credential
        const isKept = await addPasskey(db, {
          id,
          person,
          rp,
          publicKey: new Uint8Array(publicKey),
          counter,
          transports: [...transports],
          name,
        })
        if (!isKept) throw new APIError('CONFLICT', { message: 'It is kept already, or there are too many.' })
        return ctx.json({ kept: true })
      },
    ),

    /** What the device of anybody is asked, to sign in. */
    signInAsked: createAuthEndpoint('/passkey/ask-sign-in', { method: 'POST' }, async (ctx) => {
      const { rp } = placeOf(ctx.headers, secure)
      const options = await generateAuthenticationOptions({ rpID: rp, userVerification: 'required' })
      await askToSign(db, options.challenge, toSignIn(rp))
      return ctx.json(options)
    }),

    /** Signs in whose device has signed what it was asked. */
    signInAnswered: createAuthEndpoint(
      '/passkey/sign-in',
      { method: 'POST', body: z.object({ answer: Answer }) },
      async (ctx) => {
        const { rp, origin } = placeOf(ctx.headers, secure)
        const { answer } = ctx.body
        const challenge = challengeIn(answer)
        if (!(await wasAsked(db, challenge, toSignIn(rp)))) throw wrong()
        const known = await findPasskey(db, answer.id, rp)
        if (!known) throw wrong()
        const { verified, authenticationInfo } = await verifyAuthenticationResponse({
          response: answer as unknown as AuthenticationResponseJSON,
          expectedChallenge: challenge,
          expectedOrigin: origin,
          expectedRPID: rp,
          credential: { id: known.id, publicKey: known.publicKey, counter: known.counter },
          requireUserVerification: true,
        }).catch(() => ({ verified: false, authenticationInfo: undefined }))
        if (!verified || !authenticationInfo) throw wrong()
        const user = await ctx.context.internalAdapter.findUserById(known.person)
        if (!user) throw wrong()
        await usedPasskey(db, known.id, authenticationInfo.newCounter)
        const session = await ctx.context.internalAdapter.createSession(user.id)
        await setSessionCookie(ctx, { session, user })
        return ctx.json({ person: user.id })
      },
    ),
  },
})
