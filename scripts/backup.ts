/** npm run backup [-- --look FILE], npm run restore -- FILE [--replace]: everything in the database as one file, and back again. */
import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { BackupError, lookAtBackup, restoreBackup, type Manifest } from '../src/data/backup/backup'
import { backUp } from '../src/data/backup/folder'
import { backupFolder, startFarmCluster } from './cluster.mjs'
import { SetupError } from './machine.mjs'

const USAGE = `Usage:
  npm run backup                      make a backup into .data/backups, or into the folder of --into
  npm run backup -- --look FILE       check a backup and say what is in it
  npm run restore -- FILE             bring a backup back into an empty database
  npm run restore -- FILE --replace   the same in the place of what the database holds; that is backed up first
Options:
  --into FOLDER             where to
  --second FOLDER           another folder that gets a copy; DOVE_STEP_SECOND_BACKUPS says the same
  --passphrase-file FILE    seals a backup, or opens one; DOVE_STEP_PASSPHRASE says the same
DATABASE_URL names another database than the farm's own.`

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    look: { type: 'string' },
    into: { type: 'string' },
    second: { type: 'string' },
    replace: { type: 'boolean' },
    help: { type: 'boolean' },
    'passphrase-file': { type: 'string' },
  },
})
const [command, file] = positionals
const passphrase = values['passphrase-file']
  ? readFileSync(values['passphrase-file'], 'utf8').trim()
  : process.env.DOVE_STEP_PASSPHRASE
const folder = values.into ?? backupFolder()
const second = values.second ?? process.env.DOVE_STEP_SECOND_BACKUPS

function tell({ made, farms, journal, bytes }: Manifest): void {
  console.log(`Made ${made.slice(0, 16).replace('T', ' ')} UTC, ${Math.ceil(bytes / 1024).toLocaleString('en')} kB:`)
  for (const { name, seasons, plantings, records, photos } of farms)
    console.log(`  ${name}: ${seasons} seasons, ${plantings} plantings, ${records} records, ${photos} photos`)
  console.log(`  ${journal} entries of the journal`)
}

/** Works with the database: the one that is named, else the farm's own, which is stopped again where it did not run. */
async function withDatabase(work: (url: string) => Promise<void>): Promise<void> {
  if (process.env.DATABASE_URL) return work(process.env.DATABASE_URL)
  const cluster = await startFarmCluster()
  try {
    await work(cluster.url)
  } finally {
    cluster.stop()
  }
}

async function main(): Promise<void> {
  if (values.help || (command === 'restore' && !file) || !['make', 'restore'].includes(command ?? ''))
    return void console.log(USAGE)
  if (values.look) return tell(await lookAtBackup(values.look, passphrase))
  await withDatabase(async (url) => {
    if (command === 'restore') {
      if (values.replace) console.log(`What there was is in ${(await backUp({ url, folder, passphrase })).path}`)
      tell(await restoreBackup(url, file!, { passphrase, replace: values.replace ?? false }))
      return console.log('It is brought back. Restart Dove Step if it is running.')
    }
    const { path, manifest } = await backUp({ url, folder, second, passphrase })
    // Those beside the database belong to the account that shows them in the interface.
    if (!values.into) backupFolder()
    tell(manifest)
    console.log(path)
  })
}

main().catch((error: unknown) => {
  console.error(error instanceof BackupError || error instanceof SetupError ? error.message : error)
  process.exitCode = 1
})
