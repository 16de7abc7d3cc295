/** Passkeys: keys that a person's own device holds, in the place of their password. */
import { sql, type Kysely } from 'kysely'

const CHANGES = [
  // Good for the name it was made at (`rp`) alone. What is kept of it opens nothing.
  `create table passkey (credential_id text primary key check (length(credential_id) between 1 and 1500),
    person_id text not null references person on delete cascade, rp text not null, public_key bytea not null,
    counter bigint not null, transports text[] not null default '{}', name text not null check (length(name) between 1 and 60),
    made_at timestamptz not null default now(), used_at timestamptz)`,
  'create index passkey_of_person on passkey (person_id)',
  // What a device is asked to sign, once and within minutes, and what for.
  `create table passkey_challenge (challenge_hash text primary key, about text not null, expires_at timestamptz not null)`,
]

export async function up(db: Kysely<unknown>): Promise<void> {
  for (const change of CHANGES) await sql.raw(change).execute(db)
}

export async function down(db: Kysely<unknown>): Promise<void> {
  for (const table of ['passkey_challenge', 'passkey']) await sql.raw(`drop table ${table}`).execute(db)
}
