/** Places that change with the days: asked for like any other place, by a number beyond theirs. */
import type { Day } from '../calendar/day'

/** By day of the span: the number of the real place that a changing place stands for. */
export type Choices = Uint16Array

/** The changing places of a span of days. Real places have the numbers before theirs. */
export class ChangingPlaces {
  readonly #byId = new Map<string, number>()
  readonly #choices: Choices[] = []
  readonly #standsFor: number[][] = []

  constructor(
    readonly from: Day,
    readonly realPlaces: number,
  ) {}

  /** Number of the changing place of an id, made when it is first asked for. */
  numberOf(id: string, make: () => Choices): number {
    let number = this.#byId.get(id)
    if (number === undefined) {
      number = this.realPlaces + this.#choices.length
      this.#choices.push(make())
      this.#byId.set(id, number)
    }
    return number
  }

  /** What a place stands for by day; `undefined` for a real one. */
  choicesOf(place: number): Choices | undefined {
    return place < this.realPlaces ? undefined : this.#choices[place - this.realPlaces]
  }

  /** The real place that a place stands for on a day. */
  on(place: number, day: Day): number {
    const choices = this.choicesOf(place)
    if (!choices) return place
    return choices[Math.min(choices.length - 1, Math.max(0, day - this.from))]!
  }

  /** First day after one on which a place stands for another than on that day; `Infinity` when it never does. */
  after(place: number, day: Day): Day {
    const choices = this.choicesOf(place)
    if (!choices) return Infinity
    const now = this.on(place, day)
    for (let i = Math.max(0, day - this.from + 1); i < choices.length; i++) if (choices[i] !== now) return this.from + i
    return Infinity
  }

  /** The real places that a place stands for at any time. */
  standsFor(place: number): number[] {
    const choices = this.choicesOf(place)
    return choices ? (this.#standsFor[place - this.realPlaces] ??= [...new Set(choices)]) : [place]
  }
}
