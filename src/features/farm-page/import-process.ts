/** The process of one import: told what to do as JSON in its first argument, it answers as JSON on its standard output. */
import { connect } from '../../data/database'
import { applyFile, previewFile, type ImportTask } from './import-file'

const task = JSON.parse(process.argv[2] ?? '') as ImportTask
const { db, close } = connect(process.env.DATABASE_URL!)
try {
  const answer = task.what === 'preview' ? await previewFile(db, task) : await applyFile(db, task)
  process.stdout.write(JSON.stringify(answer))
} finally {
  await close()
}
