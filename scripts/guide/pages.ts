/** The guide as the application shows it: the first words of each page, its drawing, and the rest. */
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { Marked, type Tokens } from 'marked'

const FOLDER = new URL('../../docs/guide/', import.meta.url)

export const GUIDE_FILE = new URL('../../src/ui/help/guide.json', import.meta.url)

/** One page of the guide. */
export interface GuidePage {
  title: string
  /** What the view is for, in two or three sentences. */
  say: string
  /** Its drawing, as SVG. */
  drawing?: string
  /** The rest of the page, as HTML. */
  html?: string
  /** Everything it says, to be searched. */
  text: string
}

type Pages = Record<string, GuidePage>

const read = (path: string) => readFileSync(new URL(path, FOLDER), 'utf8')

/** What a drawing shows is read out. */
const drawn = (src: string, shows: string) =>
  read(src)
    .trim()
    .replace('<svg ', `<svg role="img" aria-label="${shows.replaceAll('"', '')}" `)

/** Links lead to other pages of the guide; what stands elsewhere in the docs is only named. */
const marked = new Marked({
  renderer: {
    link({ href, tokens }: Tokens.Link) {
      const text = this.parser.parseInline(tokens)
      const page = /^([\w-]+)\.md$/.exec(href)?.[1]
      return page ? `<a href="guide?page=${page}">${text}</a>` : text
    },
  },
})

const plain = (html: string) =>
  html
    .replace(/<\/?(em|strong|code|a)\b[^>]*>/g, '')
    .replace(/<[^>]+>/g, ' ')
    .replace(
      /&(\w+|#\d+);/g,
      (_, name) => ({ quot: '"', amp: '&', lt: '<', gt: '>', '#39': "'" })[name as string] ?? ' ',
    )
    .replace(/\s+/g, ' ')
    .trim()

/** One page from its Markdown: a heading, a first paragraph, a drawing where there is one, and the rest. */
export function guidePage(markdown: string): GuidePage {
  const blocks = markdown.trim().split(/\n{2,}/)
  const title = blocks.shift()!.replace(/^# /, '')
  const say = plain(marked.parse(blocks.shift() ?? '') as string)
  const picture = /^!\[(.*)\]\((.*)\)$/.exec(blocks[0] ?? '')
  if (picture) blocks.shift()
  const html = (marked.parse(blocks.join('\n\n')) as string).trim()
  return {
    title,
    say,
    ...(picture ? { drawing: drawn(picture[2]!, picture[1]!) } : {}),
    ...(html ? { html } : {}),
    text: `${title} ${say} ${plain(html)}`.trim(),
  }
}

const pagesOf = (folder: string): Pages =>
  Object.fromEntries(
    readdirSync(new URL(folder, FOLDER))
      .filter((file) => file.endsWith('.md') && file !== 'README.md')
      .sort()
      .map((file) => [file.replace('.md', ''), guidePage(read(`${folder}${file}`))]),
  )

/** All pages by language and name. */
export const guidePages = (): { en: Pages; es: Pages } => ({
  en: pagesOf('./'),
  es: existsSync(new URL('es/', FOLDER)) ? pagesOf('es/') : {},
})
