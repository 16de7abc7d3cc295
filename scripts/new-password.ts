/** npm run new-password you@example.org: a link by which who forgot their password chooses a new one, for whoever keeps the server. */
import { connect } from '../src/data/database'
import { note } from '../src/data/audit-repository'
import { personOfEmail, rolesOf, sharingOf } from '../src/data/people-repository'
import { letChoosePassword, signIn } from '../src/data/sign-in'
import { startFarmCluster } from './cluster.mjs'

const [email] = process.argv.slice(2)
if (!email) {
  console.error('Say whose: npm run new-password you@example.org')
  process.exit(1)
}
const cluster = process.env.DATABASE_URL ? undefined : await startFarmCluster()
const { db, close } = connect(cluster?.url ?? process.env.DATABASE_URL!)
try {
  const sharing = await sharingOf(db)
  const person = await personOfEmail(db, email.toLowerCase())
  if (!sharing || !person) {
    console.error(sharing ? `Nobody here has the e-mail address ${email}.` : 'Nobody has to sign in here.')
    process.exitCode = 1
  } else {
    const token = await letChoosePassword(signIn(db, sharing.secret, false), person.id)
    for (const farm of (await rolesOf(db, person.id)).keys())
      await note(db, { farm, person: null, who: 'npm run new-password' }, 'password-link', person.name)
    console.log(
      `Open this at the address of the server; it works once, within a day:\n  ${process.env.DOVE_STEP_ADDRESS ?? ''}/new-password/${token}`,
    )
  }
} finally {
  await close()
  cluster?.stop()
}
