export interface Part {
  name: string
  start(): void
  kill(): void
  stop(): Promise<void>
}
export function createPart(
  name: string,
  how: { command: string; args: string[]; options: object },
  say: (name: string, text: string) => void,
): Part
