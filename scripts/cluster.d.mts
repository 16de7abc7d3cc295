export interface FarmCluster {
  url: string
  /** Somebody else started it: it is used, and not stopped. */
  alreadyRunning: boolean
  by?: { pid: number; address?: string }
  home?: string
  isUp?: () => boolean
  again?: () => Promise<number>
  stop: () => void
}
export function startTestCluster(): Promise<{ url: string; crash: () => void; start: () => void; stop: () => void }>
export function startFarmCluster(options?: { newPostgres?: boolean }): Promise<FarmCluster>
export function farmHome(): string
export function backupFolder(): string
export function plainTrouble(text: string, home: string): string | undefined
export function moveCluster(data: string, home: string, from: string, to: string): Promise<void>
