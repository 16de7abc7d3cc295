/** Passwords and sign-ins, by better-auth on the tables of people. Who may do what is not its concern. */
import { betterAuth } from 'better-auth'
import type { Kysely } from 'kysely'
import type { Database } from './schema'

export const SHORTEST_PASSWORD = 10
const LONGEST_PASSWORD = 200
const SIGNED_IN_FOR = 30 * 24 * 60 * 60 // s
const RENEWED_AFTER = 24 * 60 * 60 // s

/** A password is tried so often, from one address. */
const TRIES = { window: 60, max: 8 }

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
    },
    rateLimit: {
      enabled: process.env.DOVE_STEP_LIMITS !== 'off',
      storage: 'database',
      modelName: 'sign_in_rate',
      fields: { lastRequest: 'last_request' },
      customRules: { '/sign-in/email': TRIES, '/change-password': TRIES },
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
    verification: { fields: { expiresAt: 'expires_at', ...dates } },
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
