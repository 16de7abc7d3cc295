export const ROOT: string
export function startTestCluster(): Promise<{ url: string; crash: () => void; start: () => void; stop: () => void }>
export function freePort(): Promise<number>
export function nextBin(): string
export function tsxBin(): string
export function ensureBuild(): void
export function ensureChromium(): string
export class SetupError extends Error {}
export function startFarmCluster(): Promise<{ url: string; alreadyRunning: boolean; stop: () => void }>
