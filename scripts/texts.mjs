import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'
import { ROOT, say } from './lib/say.mjs'
import { UNWANTED } from './lib/unwanted-words.mjs'

/** Where texts are that people read; the lists of this script itself are not among them. */
const SOURCES = ['apps/web/src', 'apps/server/src', 'packages/contract/src', 'packages/core/src', 'scripts']
const DATA = 'packages/demo/data'

/** Texts of weak places and shop standards. */
const WEAK_PLACE_TEXTS = ['place', 'failure', 'sign', 'cause', 'text', 'noRepair', 'work']

/** Names whose string values are never read by people. */
const UNREAD_NAMES = new Set([
  'className',
  'testId',
  'data-testid',
  'role',
  'href',
  'to',
  'path',
  'd',
  'id',
  'key',
  'code',
  'at',
  'kind',
  'type',
  'from',
  'fontFamily',
  'viewBox',
  'transform',
  'gridTemplateColumns',
  'templateColumns',
  'css',
  'width',
  'flex',
  'display',
  'border',
  'gridArea',
  'gridColumn',
  'gridRow',
  'boxShadow',
  'src',
  'as',
  'content',
  'format',
  'strokeDasharray',
  'textDecoration',
  'letterSpacing',
  'selector',
  'accept',
  'event',
  'method',
  'name?',
])

/** Calls whose string arguments are never read by people. */
const UNREAD_CALLS = new Set([
  'fault',
  'refuse',
  'call',
  'getByTestId',
  'createElement',
  'addEventListener',
  'removeEventListener',
  'matchMedia',
  'setHeader',
  'querySelector',
  'querySelectorAll',
  'hasOwn',
  'getItem',
  'setItem',
  'removeItem',
  'query',
  'select',
  'addIndex',
  'createTable',
  'readKept',
  'split',
  'join',
  'replace',
  'replaceAll',
  'startsWith',
  'endsWith',
  'includes',
  'contrast',
  'ink',
  'Slug',
  'existsSync',
  'spawn',
  'run',
  'require',
  'ApiQuery',
  'Get',
  'Post',
  'Put',
  'Patch',
  'Delete',
  'Controller',
  'ApiTags',
  'registerDecorator',
  'test',
  'toSi',
  'fromSi',
  'quantity',
])

/** Tests, steps of the database, and the scripts that measure or hold lists. */
const SKIPPED = /\.test\.|(^|\/)(testing|migrations|node_modules)\/|unwanted-words|texts\.mjs|bench/

function* filesUnder(folder, ending) {
  for (const name of readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' }).sort())
    if (ending.test(name) && !SKIPPED.test(name)) yield join(folder, name)
}

/** Words between the code of a text: holes of a template become "…". */
function textOf(node) {
  if (ts.isStringLiteralLike(node)) return node.text
  if (ts.isTemplateExpression(node)) return node.head.text + node.templateSpans.map((span) => `…${span.literal.text}`).join('')
  return undefined
}

/** Whether a text can be one that people read: it has a word of two letters or more, and is no identifier, path or style. */
const isReadable = (text) =>
  /[A-Za-z]{2}/.test(text) &&
  !/^[a-z0-9_$-]+$/.test(text) &&
  !/^[./#@]|[{};=<>]|^\S*\/\S*$|^--|var\(|px\b|rgba?\(|^\S+\.\S+$|\bSELECT\b|\bUPDATE\b|\bALTER\b/.test(text)

const calleeOf = ({ expression }) =>
  ts.isPropertyAccessExpression(expression) ? expression.name.text : ts.isIdentifier(expression) ? expression.text : ''

function isUnread(node) {
  for (let at = node.parent, child = node; at; child = at, at = at.parent) {
    if (ts.isImportDeclaration(at) || ts.isExportDeclaration(at) || ts.isLiteralTypeNode(at) || ts.isTypeNode(at)) return true
    if (ts.isPropertyAssignment(at) && at.name === child) return true
    if ((ts.isPropertyAssignment(at) || ts.isJsxAttribute(at)) && UNREAD_NAMES.has(at.name.getText().replace(/['"]/g, ''))) return true
    if (ts.isElementAccessExpression(at) && at.argumentExpression === child) return true
    if (ts.isCaseClause(at) && at.expression === child) return true
    if (ts.isBinaryExpression(at) && /^[!=]==?$/.test(at.operatorToken.getText())) return true
    if ((ts.isCallExpression(at) || ts.isNewExpression(at)) && UNREAD_CALLS.has(calleeOf(at))) return true
    if (ts.isFunctionLike(at) || ts.isBlock(at)) return false
  }
  return false
}

/** Every text of the sources that people may read, with its place. */
export function texts() {
  const found = []
  for (const folder of SOURCES)
    for (const file of filesUnder(folder, /\.(tsx?|mjs)$/)) {
      const source = ts.createSourceFile(file, readFileSync(join(ROOT, file), 'utf8'), ts.ScriptTarget.Latest, true)
      const visit = (node) => {
        const text = ts.isJsxText(node) ? node.text.replace(/\s+/g, ' ').trim() : textOf(node)
        if (text !== undefined && isReadable(text) && !isUnread(node))
          found.push({ text, at: `${file}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}` })
        ts.forEachChild(node, visit)
      }
      visit(source)
    }
  const READ = new Set(['name', 'maker', 'why', 'caution', 'from', 'found', 'tell', 'note', 'ringLeftOut', ...WEAK_PLACE_TEXTS])
  for (const file of filesUnder(DATA, /\.json$/))
    JSON.parse(readFileSync(join(ROOT, file), 'utf8'), (key, value) => {
      if (typeof value === 'string' && READ.has(key)) found.push({ text: value, at: file })
      return value
    })
  return found
}

/** Texts with a word that does not belong on a page, with the word. */
export const unwanted = () =>
  texts().flatMap(({ text, at }) =>
    UNWANTED.flatMap(({ word, pattern, unless }) => (pattern.test(text) && !(unless && unless.test(text)) ? [{ word, text, at }] : [])),
  )

if (import.meta.url === `file://${process.argv[1]}`) {
  if (process.argv[2] === '--unwanted') {
    const bad = unwanted()
    for (const { word, text, at } of bad) say(`${at}  [${word}]  ${text}`)
    process.exitCode = bad.length > 0 ? 1 : 0
  } else for (const { text, at } of texts()) say(`${at}\t${text}`)
}
