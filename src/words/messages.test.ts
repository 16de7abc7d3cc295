/** The catalogues: nothing missing, nothing unused, and every message given what it needs. */
import { readFileSync } from 'node:fs'
import {
  isPluralElement,
  isSelectElement,
  parse,
  TYPE,
  type MessageFormatElement,
} from '@formatjs/icu-messageformat-parser'
import ts from 'typescript'
import { describe, expect, it, vi } from 'vitest'
import { createFormat } from './format'
import { en } from './messages/en'
import { ofViews } from './messages/en/of-views'
import { enUS } from './messages/en-us'
import { es } from './messages/es'
import { addMessages, languageOf, messagesOf } from './translator'

type Nested = { readonly [key: string]: string | Nested }

/** Every message by its whole key. */
function flat(messages: Nested, under = ''): Map<string, string> {
  return new Map(
    Object.entries(messages).flatMap(([key, said]) =>
      typeof said === 'string' ? [[`${under}${key}`, said] as const] : [...flat(said, `${under}${key}.`)],
    ),
  )
}

/** Names of the values and tags a message takes. */
function needs(elements: readonly MessageFormatElement[]): Set<string> {
  const names = new Set<string>()
  const add = (more: Iterable<string>) => {
    for (const name of more) names.add(name)
  }
  for (const element of elements) {
    if (element.type !== TYPE.literal && element.type !== TYPE.pound) names.add(element.value)
    if (isPluralElement(element) || isSelectElement(element))
      for (const option of Object.values(element.options)) add(needs(option.value))
    if (element.type === TYPE.tag) add(needs(element.children))
  }
  return names
}
const needed = (message: string) => [...needs(parse(message, { captureLocation: false }))].sort()

/** The parts of the catalogue that a crew reads: its views, and the words that come into them. */
const CREW = [
  ...['app', 'batch', 'count', 'format', 'labels', 'readings', 'records', 'shell', 'sowing', 'titles', 'today', 'ui'],
  ...['cautions', 'farm', 'field', 'loads', 'marks', 'methods', 'tasks', 'waiting'].map((part) => `words.${part}`),
]

interface Use {
  at: string
  key: RegExp
  /** The key as it stands, where nothing in it is worked out. */
  plain: string | undefined
  values: string[] | undefined
}

/** Every call of a translator in the source, found by how its name was come by. */
function uses(): Use[] {
  const found: Use[] = []
  for (const path of ts.sys.readDirectory('src', ['.ts', '.tsx'])) {
    if (/\.test\.|\/messages\//.test(path)) continue
    const text = readFileSync(path, 'utf8')
    if (!/useTranslations|translatorOf|\bt\(|\.t\(/.test(text)) continue
    const source = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true)
    const visit = (node: ts.Node, spaces: ReadonlyMap<string, string>): void => {
      let inside = spaces
      if (ts.isBlock(node) || ts.isSourceFile(node)) {
        const own = new Map(spaces)
        for (const statement of node.statements)
          if (ts.isVariableStatement(statement))
            for (const { name, initializer } of statement.declarationList.declarations)
              if (
                initializer &&
                ts.isCallExpression(initializer) &&
                /^(useTranslations|translatorOf)$/.test(initializer.expression.getText())
              ) {
                const space = initializer.arguments[0]
                own.set(name.getText(), space && ts.isStringLiteral(space) ? `${space.text}.` : '')
              }
        inside = own
      }
      if (ts.isCallExpression(node)) {
        const callee = node.expression
        const name = ts.isPropertyAccessExpression(callee) && callee.name.text === 'rich' ? callee.expression : callee
        const space = /^translatorOf\(/.test(name.getText())
          ? ''
          : ts.isIdentifier(name)
            ? inside.get(name.text)
            : ts.isPropertyAccessExpression(name) && name.name.text === 't'
              ? ''
              : undefined
        if (space !== undefined) found.push(...usesOf(node, space, path, source))
      }
      ts.forEachChild(node, (child) => visit(child, inside))
    }
    visit(source, new Map())
  }
  return found
}

function usesOf(call: ts.CallExpression, space: string, path: string, source: ts.SourceFile): Use[] {
  const at = `${path}:${source.getLineAndCharacterOfPosition(call.getStart()).line + 1}`
  const given = call.arguments[1]
  const values =
    given && ts.isObjectLiteralExpression(given)
      ? given.properties.map((property) => property.name?.getText() ?? '…')
      : given
        ? undefined
        : []
  const escaped = (part: string) => part.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
  const keys = (key: ts.Expression): Use[] => {
    if (ts.isConditionalExpression(key)) return [...keys(key.whenTrue), ...keys(key.whenFalse)]
    if (ts.isStringLiteralLike(key))
      return [{ at, key: new RegExp(`^${escaped(space + key.text)}$`), plain: space + key.text, values }]
    if (ts.isTemplateExpression(key)) {
      const pattern = [key.head.text, ...key.templateSpans.map(({ literal }) => literal.text)].map(escaped).join('.+')
      return [{ at, key: new RegExp(`^${escaped(space)}${pattern}$`), plain: undefined, values }]
    }
    throw new Error(`${at}: a key that cannot be read: ${key.getText()}`)
  }
  return keys(call.arguments[0]!)
}

const whole = { ...en, ...ofViews }
const english = flat(whole)
const all = uses()

describe('what one view alone says', () => {
  const parts = Object.keys(ofViews)
  it('is asked for only where its words come with the code', () => {
    const without = all.flatMap(({ at, key }) => {
      const [part] = parts.filter((one) => key.source.startsWith(`^${one}\\.`))
      if (part === undefined) return []
      const [path] = at.split(':')
      return /^import '(?:\.|.*-)\/?words'$/m.test(readFileSync(path!, 'utf8')) ? [] : [at]
    })
    expect(without).toEqual([])
    expect(all.filter(({ key }) => parts.some((one) => key.source.startsWith(`^${one}\\.`))).length).toBeGreaterThan(
      200,
    )
  })
  it('is there in every language that was read before it came, and in those that are read after', () => {
    const before = messagesOf('es')
    const part = { people: ofViews.people }
    addMessages(part)
    for (const locale of ['es', 'en', 'en-US'])
      expect(Object.keys(flat((messagesOf(locale) as unknown as Nested)['people'] as Nested))).toEqual(
        Object.keys(flat(part.people)),
      )
    expect(messagesOf('es')).toBe(before)
    // What the language says is said in it, also where English came later.
    const said = flat((messagesOf('es') as unknown as Nested)['people'] as Nested)
    for (const [key, text] of flat(es.people as unknown as Nested)) expect(said.get(key)).toBe(text)
  })
})

describe('the catalogues', () => {
  it('hold no message that is not used, and none is asked for that is not there', () => {
    expect(all.length).toBeGreaterThan(500)
    const keys = [...english.keys()]
    expect(all.filter(({ key }) => !keys.some((one) => key.test(one))).map(({ at, key }) => `${at} ${key}`)).toEqual([])
    expect(keys.filter((one) => !all.some(({ key }) => key.test(one)))).toEqual([])
  })
  it('are given what each message needs, and nothing else', () => {
    const wrong = all.flatMap(({ at, plain, values }) => {
      const message = plain === undefined ? undefined : english.get(plain)
      if (message === undefined || values === undefined || values.includes('…')) return []
      const asked = needed(message)
      return String(asked) === String([...values].sort()) ? [] : [`${at} ${plain}: needs ${asked}, is given ${values}`]
    })
    expect(wrong).toEqual([])
  })
  it('can be read, in every language, and take the same values as in English', () => {
    for (const [name, messages] of [
      ['American English', enUS],
      ['Spanish', es],
    ] as const)
      for (const [key, said] of flat(messages)) {
        const own = english.get(key)
        expect(own, `${name}: ${key} is not in English`).toBeDefined()
        expect(needed(said), `${name}: ${key}`).toEqual(needed(own!))
        expect([/^\s*/.exec(said)![0], /\s*$/.exec(said)![0]], `${name}: ${key}`).toEqual([
          /^\s*/.exec(own!)![0],
          /\s*$/.exec(own!)![0],
        ])
      }
    for (const said of english.values()) expect(() => needed(said)).not.toThrow()
  })
  it('say in Spanish all that a crew sees', () => {
    const spanish = flat(es)
    const crews = [...english.keys()].filter((key) => CREW.some((part) => key.startsWith(`${part}.`)))
    expect(crews.length).toBeGreaterThan(500)
    expect(crews.filter((key) => !spanish.has(key))).toEqual([])
  })
})

describe('a reader', () => {
  it('of a language nobody has a catalogue for reads English', () => {
    const f = createFormat('fi-FI', 'metric')
    expect(f.locale).toBe('en-GB')
    expect(f.t('today.print')).toBe(en.today.print)
    expect(languageOf('')).toBe('en')
  })
  it('is told in English what their own catalogue lacks', () => {
    expect(messagesOf('es').format.week).not.toBe(en.format.week)
    expect(Object.keys(flat(messagesOf('es') as unknown as Nested))).toEqual(Object.keys(flat(en)))
  })
  it('sees a key, never a blank, where a message is missing, and the log says which', () => {
    const warned = vi.spyOn(console, 'error').mockImplementation(() => undefined)
    const f = createFormat('en-GB', 'metric')
    expect(f.t('today.nothingOfThisName' as 'today.print')).toContain('today.nothingOfThisName')
    expect(warned).toHaveBeenCalledWith(expect.stringContaining('today.nothingOfThisName'))
    warned.mockRestore()
  })
})
