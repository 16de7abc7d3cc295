/** Every server action asks whether whoever calls it may; one that is new and has no line here fails. */
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'
import { describe, expect, it } from 'vitest'

/** What each asks for: deeds on the farm of a season, or what is asked of the server as a whole. */
const RULES: Readonly<Record<string, string>> = {
  addCrewName: 'plan',
  becomePhone: 'asker', // by its code
  beginNextSeason: 'plan read',
  beginPractice: 'asker read',
  beginSeason: 'begin read',
  bringReadings: 'record',
  changeRole: 'own',
  changeSeason: 'plan',
  choosePin: 'plan',
  compareWhatIfs: 'read',
  copyPlantings: 'plan read',
  copySeason: 'plan',
  deleteCalendar: 'asker read', // one's own
  deleteFarmBroker: 'own',
  deleteMyself: 'asker', // oneself
  deleteThermometer: 'plan',
  editCalendar: 'asker read', // one's own
  editThermometer: 'plan',
  endPasskey: 'asker', // one's own
  endPhone: 'plan',
  endPractice: 'own',
  endSignIn: 'asker', // one's own
  forgetReadings: 'plan',
  forgetWhatIf: 'plan',
  handServerOver: 'all own',
  inviteTo: 'own',
  isToldOf: 'read',
  join: 'asker', // by its link
  keepDrillAnswers: 'asker record', // one's own
  keepWhatIf: 'plan',
  leaveFarm: 'asker read', // oneself
  myCalendars: 'asker read',
  newCalendar: 'asker read', // one's own
  newCalendarAddress: 'asker read', // one's own
  newPasswordLink: 'asker own',
  lookAtDemo: 'begin',
  newPhone: 'plan',
  newThermometer: 'plan',
  newThermometerKey: 'plan',
  passDays: 'plan',
  practised: 'plan',
  practiseAgain: 'own',
  pushKey: 'read',
  putAway: 'plan',
  readThermometers: 'record',
  redoChange: 'plan',
  removeCrewName: 'plan',
  removeFarm: 'own read',
  resetDemo: 'begin own',
  setFarmBroker: 'own',
  shareFarms: 'asker', // while nobody has to sign in
  shareNoMore: 'all',
  startWhatIf: 'plan read',
  tellMe: 'asker read',
  tellMeNoMore: 'read',
  undoChange: 'plan',
  withdrawInvitation: 'own',
}

/** How each of these asks; a deed is said among what they are given. */
const ASKS: Readonly<Record<string, 'deed' | 'begin' | 'all' | 'asker'>> = {
  seasonNamed: 'deed',
  seasonSeen: 'deed',
  byWhom: 'deed',
  mayHere: 'deed',
  assertMayBegin: 'begin',
  assertMayAll: 'all',
  asker: 'asker',
}
const DEEDS = new Set(['read', 'record', 'plan', 'own'])

function asked(node: ts.Node): string[] {
  const found: string[] = []
  const visit = (one: ts.Node): void => {
    if (ts.isCallExpression(one) && ts.isIdentifier(one.expression)) {
      const how = ASKS[one.expression.text]
      if (how === 'deed')
        found.push(
          ...one.arguments.flatMap((each) => (ts.isStringLiteral(each) && DEEDS.has(each.text) ? [each.text] : [])),
        )
      else if (how) found.push(how)
    }
    ts.forEachChild(one, visit)
  }
  visit(node)
  return [...new Set(found)].sort()
}

/** Every exported function of every file of actions, and what it asks for. */
function actions(): Record<string, string> {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.ts'))
  const found: Record<string, string> = {}
  for (const file of files) {
    const text = readFileSync(join('src', file), 'utf8')
    if (!/^'use server'$/m.test(text)) continue
    const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true)
    for (const statement of source.statements) {
      const isExported =
        ts.canHaveModifiers(statement) &&
        ts.getModifiers(statement)?.some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword)
      if (!isExported || ts.isInterfaceDeclaration(statement) || ts.isTypeAliasDeclaration(statement)) continue
      const name = ts.isFunctionDeclaration(statement) ? statement.name!.text : statement.getText().slice(0, 60)
      found[name] = asked(statement).join(' ')
    }
  }
  return found
}

describe('every action', () => {
  it('asks for what its rule says', () => {
    const found = actions()
    expect(Object.keys(found).length).toBeGreaterThan(20)
    expect(found).toEqual(RULES)
  })
})
