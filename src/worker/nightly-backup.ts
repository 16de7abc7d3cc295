/** A backup every night by itself, for as long as it is let. */
import { backUp, backupsIn, isDue, type BackUp } from '../data/backup/folder'
import { log } from '../data/log'

const LOOK_EVERY = 600_000 // ms

/** Looks now and then whether the backup of the night is due, and makes it. What fails is logged and tried again. */
export function startNightlyBackups(way: Omit<BackUp, 'now'>): () => void {
  let busy = false
  const look = async () => {
    if (busy) return
    busy = true
    try {
      const [newest] = await backupsIn(way.folder)
      if (!isDue(newest?.at, Date.now())) return
      const { path } = await backUp(way)
      log.info({ path }, 'a backup was made')
    } catch (error) {
      log.error({ err: error instanceof Error ? error.message : String(error) }, 'the backup of this night failed')
    } finally {
      busy = false
    }
  }
  const timer = setInterval(() => void look(), LOOK_EVERY)
  void look()
  return () => clearInterval(timer)
}
