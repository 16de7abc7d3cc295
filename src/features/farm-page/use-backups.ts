/** Backups as the interface asks for them: those kept, one that is sent, what is in it, and bringing it back. */
'use client'
import { useEffect, useState } from 'react'
import { useTranslations } from 'next-intl'
import { z } from 'zod'
import { sendFile } from '../../ui/send-file'
import './words'

const Farm = z.object({
  name: z.string(),
  seasons: z.number(),
  plantings: z.number(),
  records: z.number(),
  photos: z.number(),
})
const Kept = z.array(z.object({ file: z.string(), at: z.number(), bytes: z.number() }))
const Look = z.object({
  file: z.string(),
  backup: z.object({ made: z.string(), farms: z.array(Farm), journal: z.number() }),
  now: z.array(Farm),
})
const Sent = z.object({ file: z.string() })
const Problem = z.object({ problem: z.string(), sealed: z.boolean().optional() })

export type FarmInBackup = z.output<typeof Farm>
export type KeptBackup = z.output<typeof Kept>[number]
export type LookedAt = z.output<typeof Look>

/** What is being done. */
export type Doing = { what: 'sending'; share: number } | { what: 'looking' | 'restoring' | 'making' }

export interface Backups {
  kept: readonly KeptBackup[]
  doing: Doing | undefined
  problem: string | undefined
  looked: LookedAt | undefined
  /** The backup that is sealed, and waits for its passphrase. */
  sealed: string | undefined
  make(): Promise<void>
  send(file: File): Promise<void>
  look(file: string, passphrase?: string): Promise<void>
  restore(): Promise<void>
  leave(): void
}

async function asked(path: string, body?: object): Promise<{ status: number; answer: unknown }> {
  const response = await fetch(`/api/backup/${path}`, {
    ...(body ? { method: 'POST', body: JSON.stringify(body) } : {}),
    headers: { 'content-type': 'application/json' },
    cache: 'no-store',
  })
  return { status: response.status, answer: await response.json().catch(() => undefined) }
}

/** Everything there was is another now: every page is begun anew. */
export const startOver = () => window.location.replace(new URL('/', window.location.href))

/** @param onRestored what to do once another state of everything is there */
export function useBackups(onRestored: () => void): Backups {
  const t = useTranslations('farmPage')
  const [kept, setKept] = useState<readonly KeptBackup[]>([])
  const [doing, setDoing] = useState<Doing>()
  const [problem, setProblem] = useState<string>()
  const [looked, setLooked] = useState<LookedAt>()
  const [sealed, setSealed] = useState<string>()
  const [passphrase, setPassphrase] = useState<string>()

  useEffect(() => {
    let gone = false
    void asked('kept').then(
      ({ answer }) => !gone && setKept(Kept.catch([]).parse(answer)),
      () => undefined, // without a connection there are none to be shown
    )
    return () => {
      gone = true
    }
  }, [])

  /** Does one thing; what goes wrong is said where it stands. */
  const doing1 = async (what: Doing, work: () => Promise<void>) => {
    setProblem(undefined)
    setDoing(what)
    try {
      await work()
    } catch {
      setProblem(t('backupNoAnswer'))
    } finally {
      setDoing(undefined)
    }
  }
  /** What was answered, or its problem said. */
  const read = <T>(schema: z.ZodType<T>, { answer }: { answer: unknown }): T | undefined => {
    const found = schema.safeParse(answer)
    if (found.success) return found.data
    const wrong = Problem.safeParse(answer)
    setProblem(wrong.success ? wrong.data.problem : t('backupNoAnswer'))
    return undefined
  }

  const look = (file: string, given?: string) =>
    doing1({ what: 'looking' }, async () => {
      setLooked(undefined)
      const body = { file, ...(given ? { passphrase: given } : {}) }
      const found = await asked('look', body)
      const wrong = Problem.safeParse(found.answer)
      setSealed(wrong.success && wrong.data.sealed ? file : undefined)
      // The first time it is no fault that nobody has given a passphrase yet.
      if (wrong.success && wrong.data.sealed && !given) return
      const is = read(Look, found)
      setPassphrase(given)
      setLooked(is)
    })

  return {
    kept,
    doing,
    problem,
    looked,
    sealed,
    look,
    make: () =>
      doing1({ what: 'making' }, async () => {
        const all = read(Kept, await asked('make', {}))
        if (all) setKept(all)
      }),
    async send(file) {
      let sent: string | undefined
      await doing1({ what: 'sending', share: 0 }, async () => {
        setLooked(undefined)
        setSealed(undefined)
        const answered = await sendFile('/api/backup/upload', file, (share) => setDoing({ what: 'sending', share }))
        sent = read(Sent, answered)?.file
      })
      if (sent) await look(sent)
    },
    restore: () =>
      doing1({ what: 'restoring' }, async () => {
        if (!looked) return
        const done = await asked('restore', { file: looked.file, ...(passphrase ? { passphrase } : {}) })
        if (!read(z.object({ before: z.string().nullable() }), done)) return
        setLooked(undefined)
        onRestored()
      }),
    leave() {
      setLooked(undefined)
      setSealed(undefined)
      setProblem(undefined)
    },
  }
}
