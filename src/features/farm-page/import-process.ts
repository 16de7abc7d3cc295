/** The process of imports: told what to do one after another, it answers each; it ends with the server. */
import { connect } from '../../data/database'
import { forgetSeasons } from '../../data/season-cache'
import { applyFile, previewFile, type ImportTask } from './import-file'

const connection = connect(process.env.DATABASE_URL!)

process.on('message', (task: ImportTask) => {
  // Read anew each time: a database that was restored meanwhile counts its revisions from there.
  forgetSeasons(connection.db)
  const work = task.what === 'preview' ? previewFile(connection, task) : applyFile(connection, task)
  work.then(
    (answer) => process.send!({ answer }),
    (error: unknown) =>
      process.send!({ failed: error instanceof Error ? (error.stack ?? error.message) : String(error) }),
  )
})
process.once('disconnect', () => void connection.close())
