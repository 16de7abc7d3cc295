/** Imports are done beside the server: a large file takes much time and memory. */
import { createBeside } from '../../data/beside'
import type { ImportPreview, ImportResult, ImportTask } from './import-file'

const ask = createBeside<ImportTask, ImportPreview | ImportResult>({
  program: 'src/features/farm-page/import-process.ts',
  memory: 2000,
  patience: 180_000,
  keptFor: 60_000,
  mostWaiting: 4,
})

export const previewBeside = (task: Omit<Extract<ImportTask, { what: 'preview' }>, 'what'>) =>
  ask({ what: 'preview', ...task }) as Promise<ImportPreview>
export const applyBeside = (task: Omit<Extract<ImportTask, { what: 'apply' }>, 'what'>) =>
  ask({ what: 'apply', ...task }) as Promise<ImportResult>
