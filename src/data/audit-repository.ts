/** What was done with people, files and the server, for owners to look up. */
import type { Audited } from '../season/audited'
import type { Db } from './database'

export interface AuditLine {
  seq: string
  at: Date
  who: string
  what: Audited
  about: string
}

/** By whom, and on which farm; none for what touches the whole server. */
export interface AuditBy {
  farm: string | null
  person: string | null
  who: string
}

const KEPT_FOR = 2 * 365 * 24 * 60 * 60 * 1000 // ms

/** Notes something. @param about what it was done to, as it reads */
export async function note(db: Db, { farm, person, who }: AuditBy, what: Audited, about = ''): Promise<void> {
  await db.insertInto('audit').values({ farm_id: farm, person_id: person, who, what, about }).execute()
}

/** What was noted of a farm and of the whole server, latest first; what is older than two years is let go of. */
export async function auditOf(db: Db, farm: string, most = 300): Promise<AuditLine[]> {
  await db
    .deleteFrom('audit')
    .where('at', '<', new Date(Date.now() - KEPT_FOR))
    .execute()
  return db
    .selectFrom('audit')
    .select(['seq', 'at', 'who', 'what', 'about'])
    .where((where) => where.or([where('farm_id', '=', farm), where('farm_id', 'is', null)]))
    .orderBy('seq', 'desc')
    .limit(most)
    .execute()
}
