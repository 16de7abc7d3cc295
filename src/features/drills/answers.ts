/** What somebody has practised: when each card comes again, by how it was answered. */
import { createEmptyCard, fsrs, Rating, type Card } from 'ts-fsrs'

/** An answer to a card. */
export interface Answer {
  card: string
  right: boolean
  /** ms since 1 January 1970 */
  at: number
}

/** How somebody stands with a card. */
export interface Known {
  /** When it is to come again, ms. */
  due: number
  right: number
  wrong: number
  /** When it was answered last, ms. */
  last: number
  /** Whether the last answer was right. */
  sure: boolean
}

// What is right the first time is known for days; what is wrong comes within the same sitting.
const scheduler = fsrs({ enable_fuzz: false, learning_steps: ['1m'], relearning_steps: ['1m'] })

const SITTING = 15 * 60 * 1000 // ms: what comes again so soon is asked now

/** Whether a card is to be asked by now, or within this sitting. */
export const isDue = (known: Known | undefined, now: number): boolean =>
  known !== undefined && known.due <= now + SITTING

/**
 * How somebody stands with every card they answered.
 *
 * @param answers in any order; they are taken in the order of their time
 * @see the free spaced repetition scheduler: what was wrong comes within minutes, what was right after longer and longer times
 */
export function knownFrom(answers: readonly Answer[]): Map<string, Known> {
  const known = new Map<string, Known>()
  const cards = new Map<string, Card>()
  for (const { card, right, at } of answers.toSorted((a, b) => a.at - b.at || Number(a.right) - Number(b.right))) {
    const when = new Date(at)
    const next = scheduler.next(cards.get(card) ?? createEmptyCard(when), when, right ? Rating.Good : Rating.Again)
    cards.set(card, next.card)
    const before = known.get(card)
    known.set(card, {
      due: next.card.due.getTime(),
      right: (before?.right ?? 0) + (right ? 1 : 0),
      wrong: (before?.wrong ?? 0) + (right ? 0 : 1),
      last: at,
      sure: right,
    })
  }
  return known
}

/** Questions of two minutes. */
const A_ROUND = 8

/**
 * Cards of a round: those that are due, longest waiting first; then those never seen, in their order; then those that come
 * soonest. None twice.
 *
 * @param cards all there are
 * @param now ms
 */
export function roundOf(
  cards: readonly string[],
  known: ReadonlyMap<string, Known>,
  now: number,
  size = A_ROUND,
): string[] {
  const seen = cards.filter((card) => known.has(card)).toSorted((a, b) => known.get(a)!.due - known.get(b)!.due)
  const due = seen.filter((card) => isDue(known.get(card), now))
  const fresh = cards.filter((card) => !known.has(card))
  const later = seen.filter((card) => !isDue(known.get(card), now))
  return [...due, ...fresh, ...later].slice(0, size)
}
