export const ROOT: string
export const isRoot: boolean
export function freePort(): Promise<number>
export function startArguments(host: string, port: number): string[]
export function tsxBin(): string
export function ensureBuild(): void
export const CHROMIUM: string
export const CHROMIUM_WITH_WINDOW: string
export const BROWSER_FLAGS: string[]
export function ensureChromium(): string
export function ensurePostgres(): string
export function runTypeScript(file: string, args?: string[], env?: Record<string, string>): Promise<number>
export function databaseAccount(): { name: string; uid: number; gid: number } | undefined
export function servingAccount(): { name: string; uid: number; gid: number } | undefined
export class SetupError extends Error {}
