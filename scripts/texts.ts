/**
 * npm run texts: every text a reader may see, for reading through from top to bottom. First the catalogues, one line a message
 * with what other languages say, then what still stands in the code, with its place.
 */
import { readFileSync } from 'node:fs'
import { relative } from 'node:path'
import ts from 'typescript'
import { en as common } from '../src/words/messages/en'
import { ofViews } from '../src/words/messages/en/of-views'
import { enUS } from '../src/words/messages/en-us'
import { es } from '../src/words/messages/es'

const en = { ...common, ...ofViews }

const SEEN = [
  'label',
  'title',
  'aria-label',
  'help',
  'helper',
  'placeholder',
  'alt',
  'none',
  'name',
  'what',
  'reason',
  'text',
]
const words = /[A-Za-z]{2,}.* |^[A-Z][a-z]{2,}/

/** Whether a string is written for people: it stands in markup or a named part of it, or reads as a phrase. */
function isText(node: ts.StringLiteralLike | ts.TemplateExpression, text: string): boolean {
  const { parent } = node
  if (ts.isImportDeclaration(parent) || ts.isExportDeclaration(parent) || ts.isLiteralTypeNode(parent)) return false
  if (ts.isJsxAttribute(parent)) return SEEN.includes(parent.name.getText())
  return words.test(text) && !/^[\w./-]+$/.test(text) && !/[{};=<>]|var\(|rgba|px /.test(text)
}

const FOLDERS = ['app', 'features', 'ui', 'words', 'actions', 'library', 'interchange', 'season'].map(
  (one) => `src/${one}`,
)
const files = FOLDERS.flatMap((folder) => ts.sys.readDirectory(folder, ['.ts', '.tsx'])).map((file) =>
  relative('.', file),
)
for (const path of files.sort()) {
  if (/\.test\.|any-season|any-part|small-|messages/.test(path)) continue
  const source = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true)
  const say = (node: ts.Node, text: string) => {
    const clean = text.replace(/\s+/g, ' ').trim()
    if (clean) console.log(`${path}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}\t${clean}`)
  }
  const look = (node: ts.Node): void => {
    if (ts.isJsxText(node) && /[A-Za-z]/.test(node.text)) say(node, node.text)
    else if (ts.isStringLiteralLike(node) && isText(node, node.text)) say(node, node.text)
    else if (ts.isTemplateExpression(node)) {
      // What is put in is not read: only the words around it.
      const around = [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)].join('…')
      if (isText(node, around)) say(node, around)
    }
    ts.forEachChild(node, look)
  }
  look(source)
}

interface Catalogue {
  readonly [key: string]: string | Catalogue
}

/** Prints every message of English with what the others say in its place. */
function list(english: Catalogue, others: readonly (readonly [string, Catalogue])[], under: string): void {
  for (const [key, said] of Object.entries(english)) {
    const there = others.flatMap(([name, messages]) => {
      const own = messages[key]
      return own === undefined ? [] : [[name, own] as const]
    })
    if (typeof said === 'string')
      console.log([`${under}${key}`, said, ...there.map(([name, own]) => `${name}: ${String(own)}`)].join('\t'))
    else list(said, there as (readonly [string, Catalogue])[], `${under}${key}.`)
  }
}
list(
  en,
  [
    ['American', enUS],
    ['Spanish', es],
  ],
  '',
)
