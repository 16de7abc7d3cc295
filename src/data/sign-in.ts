/** Passwords and sign-ins, by better-auth on the tables of people. Who may do what is not its concern. */
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto'
import { betterAuth } from 'better-auth'
import type { Kysely } from 'kysely'
import type { Role } from '../season/roles'
import type { Db } from './database'
import { removePasskeys } from './passkey-repository'
import { passkeys } from './passkeys'
import type { Database } from './schema'

export const SHORTEST_PASSWORD = 10
const LONGEST_PASSWORD = 200
const SIGNED_IN_FOR = 30 * 24 * 60 * 60 // s
const NEW_PASSWORD_WITHIN = 24 * 60 * 60 * 1000 // ms
const RENEWED_AFTER = 24 * 60 * 60 // s

/** A password is tried so often, from one address. */
const TRIES = { window: 60, max: 8 }
/** And a device is asked for its passkey so often. */
const ASKED = { window: 60, max: 30 }

const dates = { createdAt: 'created_at', updatedAt: 'updated_at' } as const

const authOf = (db: Kysely<Database>, secret: string, secure: boolean) =>
  betterAuth({
    secret,
    database: { db, type: 'postgres' },
    basePath: '/api/auth',
    // Requests are told apart from those of other websites before they come here (`actions/own-requests.ts`).
    trustedOrigins: ['*'],
    telemetry: { enabled: false },
    // It would say at every start that its address is not set: pages may be reached by several names.
    logger: { level: 'error' },
    advanced: {
      cookiePrefix: 'dove-step',
      disableCSRFCheck: true,
      disableOriginCheck: true,
      useSecureCookies: secure,
      ipAddress: { ipAddressHeaders: ['x-forwarded-for'] },
    },
    emailAndPassword: {
      enabled: true,
      // People come by invitation.
      disableSignUp: true,
      minPasswordLength: SHORTEST_PASSWORD,
      maxPasswordLength: LONGEST_PASSWORD,
      // Whoever knew the old one is out.
      revokeSessionsOnPasswordReset: true,
      onPasswordReset: ({ user }) => removePasskeys(db, user.id),
    },
    plugins: [passkeys(db, secure)],
    rateLimit: {
      enabled: process.env.DOVE_STEP_LIMITS !== 'off',
      storage: 'database',
      modelName: 'sign_in_rate',
      fields: { lastRequest: 'last_request' },
      customRules: {
        '/sign-in/email': TRIES,
        '/change-password': TRIES,
        '/reset-password': TRIES,
        '/passkey/sign-in': TRIES,
        '/passkey/ask-sign-in': ASKED,
      },
    },
    user: { modelName: 'person', fields: { emailVerified: 'email_verified', ...dates } },
    session: {
      modelName: 'sign_in',
      expiresIn: SIGNED_IN_FOR,
      updateAge: RENEWED_AFTER,
      fields: {
        userId: 'person_id',
        expiresAt: 'expires_at',
        ipAddress: 'ip_address',
        userAgent: 'user_agent',
        ...dates,
      },
    },
    account: {
      modelName: 'credential',
      fields: {
        userId: 'person_id',
        accountId: 'account_id',
        providerId: 'provider_id',
        accessToken: 'access_token',
        refreshToken: 'refresh_token',
        idToken: 'id_token',
        accessTokenExpiresAt: 'access_token_expires_at',
        refreshTokenExpiresAt: 'refresh_token_expires_at',
        ...dates,
      },
    },
    // What opens a door is kept only so that it can be known again.
    verification: { fields: { expiresAt: 'expires_at', ...dates }, storeIdentifier: 'hashed' },
  })

export type SignIn = ReturnType<typeof authOf>

const made = new WeakMap<Kysely<Database>, { secret: string; secure: boolean; auth: SignIn }>()

/**
 * Passwords and sign-ins of a database.
 *
 * @param secret by which cookies are signed
 * @param secure whether the server is reached by HTTPS alone
 */
export function signIn(db: Kysely<Database>, secret: string, secure: boolean): SignIn {
  const known = made.get(db)
  if (known && known.secret === secret && known.secure === secure) return known.auth
  const auth = authOf(db, secret, secure)
  made.set(db, { secret, secure, auth })
  return auth
}

const SIGNED = /(?:^|;\s*)(?:__Secure-)?dove-step\.session_token=([^;]+)/

/** The token in a cookie that was signed here; nothing where there is none, or its signature is another's. */
function tokenIn(cookies: string | null, secret: string): string | undefined {
  const [, value] = SIGNED.exec(cookies ?? '') ?? []
  if (value === undefined) return undefined
  let read: string
  try {
    read = decodeURIComponent(value)
  } catch {
    return undefined // no cookie of ours
  }
  const dot = read.lastIndexOf('.')
  const [token, said] = [read.slice(0, dot), Buffer.from(read.slice(dot + 1), 'base64')]
  const right = createHmac('sha256', secret).update(token).digest()
  return dot > 0 && said.length === right.length && timingSafeEqual(said, right) ? token : undefined
}

/**
 * Who has signed in, with their roles, by one look into the database: better-auth takes several.
 *
 * @returns nothing where nobody has, and where better-auth is to be asked: it renews what is a day old
 */
export async function quicklySignedIn(
  db: Db,
  secret: string,
  cookies: string | null,
): Promise<{ id: string; name: string; roles: Map<string, Role> } | undefined> {
  const token = tokenIn(cookies, secret)
  if (token === undefined) return undefined
  const now = Date.now()
  const rows = await db
    .selectFrom('sign_in')
    .innerJoin('person', 'person.id', 'sign_in.person_id')
    .leftJoin('member', 'member.person_id', 'person.id')
    .select(['person.id', 'person.name', 'member.farm_id', 'member.role'])
    .where('token', '=', token)
    .where('expires_at', '>', new Date(now))
    .where('sign_in.updated_at', '>', new Date(now - RENEWED_AFTER * 1000))
    .execute()
  const [first] = rows
  if (!first) return undefined
  const roles = rows.flatMap(({ farm_id, role }): [string, Role][] => (farm_id && role ? [[farm_id, role]] : []))
  return { id: first.id, name: first.name, roles: new Map(roles) }
}

/** A person that is to be made. */
export interface NewPerson {
  name: string
  email: string
  password: string
}

/** Makes a person who signs in with a password; `undefined` where the e-mail address belongs to somebody already. */
export async function makePerson(auth: SignIn, { name, email, password }: NewPerson): Promise<string | undefined> {
  const { internalAdapter, password: passwords } = await auth.$context
  const address = email.toLowerCase()
  if (await internalAdapter.findUserByEmail(address)) return undefined
  const person = await internalAdapter.createUser(
    { name, email: address, emailVerified: false },
    { method: 'email-password' },
  )
  await internalAdapter.linkAccount({
    userId: person.id,
    providerId: 'credential',
    accountId: person.id,
    password: await passwords.hash(password),
  })
  return person.id
}

/** The person of an e-mail address, where the password is theirs. */
export async function knownPerson(auth: SignIn, { email, password }: NewPerson): Promise<string | undefined> {
  const { internalAdapter, password: passwords } = await auth.$context
  const found = await internalAdapter.findUserByEmail(email.toLowerCase(), { includeAccounts: true })
  const hash = found?.accounts.find(({ providerId }) => providerId === 'credential')?.password
  return found && hash && (await passwords.verify({ hash, password })) ? found.user.id : undefined
}

/** As better-auth looks for it when a new password is sent with it. */
const byToken = (token: string) => `reset-password:${token}`

/** Lets a person choose a new password once, within a day, in the place of one they forgot. @returns what their link holds */
export async function letChoosePassword(auth: SignIn, person: string): Promise<string> {
  const { internalAdapter } = await auth.$context
  const token = randomBytes(24).toString('base64url')
  const expiresAt = new Date(Date.now() + NEW_PASSWORD_WITHIN)
  await internalAdapter.createVerificationValue({ identifier: byToken(token), value: person, expiresAt })
  return token
}

/** Who may choose a new password by a link; `undefined` where it was used or is too old. */
export async function personOfPasswordLink(auth: SignIn, token: string): Promise<{ name: string } | undefined> {
  const { internalAdapter } = await auth.$context
  const found = await internalAdapter.findVerificationValue(byToken(token))
  if (!found || found.expiresAt < new Date()) return undefined
  return (await internalAdapter.findUserById(found.value)) ?? undefined
}
