/** Where people have to sign in and nobody owns anything yet: prints the one link by which the first owner comes in. */
import { connect } from '../src/data/database'
import { hasOwner, inviteFirstOwner } from '../src/data/people-repository'

const [address] = process.argv.slice(2)
const url = process.env.DATABASE_URL
if (!url || !address) throw new Error('DATABASE_URL and an address are needed')

const { db, close } = connect(url)
try {
  if (!(await hasOwner(db)))
    console.log(
      `This server is reached from other machines, so everybody has to sign in.\nWhoever opens this link first becomes its owner; it works once, within seven days:\n  ${address}/join/${await inviteFirstOwner(db)}`,
    )
} finally {
  await close()
}
