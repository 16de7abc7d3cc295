/** The farm's work in a calendar program of one's own, which has nothing but an address. */
import ICAL from 'ical.js'
import { expect, settled, test, visit } from './farm'

interface Read {
  title: string
  day: string
  sequence: number
  status: string
  alarms: number
}

function read(text: string): Map<string, Read> {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[])
  return new Map(
    calendar.getAllSubcomponents('vevent').map((one) => {
      const event = new ICAL.Event(one)
      const said = {
        title: event.summary,
        day: event.startDate.toString(),
        sequence: event.sequence,
        status: String(one.getFirstPropertyValue('status')),
        alarms: one.getAllSubcomponents('valarm').length,
      }
      return [event.uid.replace(/^[^/]*\/|@dove-step$/g, ''), said]
    }),
  )
}

test('a calendar is made, read by its address, kept up with what happens, and ended', async ({ page, playwright }) => {
  await visit(page, '/calendar')
  await expect(page.getByText('You have no calendar yet.')).toBeVisible()
  await page.getByRole('button', { name: 'New calendar' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name').fill('')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByRole('alert')).toHaveText('Give it a name.')
  await form.getByLabel('Name').fill('Sowing and heat')
  for (const other of ['Prick out and pot up', 'Thin, pinch, first feed', 'Plant out', 'Work in the field'])
    await form.getByLabel(other).uncheck()
  await form.getByLabel('At', { exact: true }).fill('half seven')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByRole('alert')).toHaveText('Enter a time of day, such as 07:00.')
  await form.getByLabel('At', { exact: true }).fill('6:30')
  await form.getByRole('button', { name: 'Save' }).click()
  const made = page.getByRole('region', { name: 'Address of “Sowing and heat”' })
  const address = await made.getByLabel('Address of “Sowing and heat”').inputValue()
  expect(address).toMatch(/\/api\/calendar\/[\w-]{32}\.ics$/)
  await expect(made.getByRole('link', { name: 'Open in calendar program' })).toHaveAttribute('href', /^webcal:/)
  await expect(made.getByRole('img', { name: 'The address as a code to scan' })).toBeVisible()

  // A program has no cookies and no page.
  const program = await playwright.request.newContext()
  const first = await program.get(address)
  expect(first.headers()['content-type']).toContain('text/calendar')
  const before = read(await first.text())
  const sowing = before.get('zm.1/sow/0')!
  expect(sowing).toMatchObject({ title: expect.stringContaining('Sow ZM-1'), day: '2027-04-12', sequence: 0, status: 'CONFIRMED', alarms: 0 }) // prettier-ignore
  expect(before.get('cw.1/leave-heat/0')).toMatchObject({ alarms: 1 })
  expect([...before.keys()].some((id) => id.includes('/pot-up/'))).toBe(false)
  const again = await program.get(address, { headers: { 'if-none-match': first.headers().etag! } })
  expect(again.status()).toBe(304)

  // What is done is said to be; its number rises.
  await visit(page, '/')
  await page.getByRole('button', { name: /^Done: Sow ZM-1/ }).click()
  await settled(page)
  const after = read(await (await program.get(address)).text())
  expect(after.get('zm.1/sow/0')).toMatchObject({ title: expect.stringMatching(/^Done: Sow ZM-1/), sequence: 1 })
  expect(after.get('cw.1/leave-heat/0')).toEqual(before.get('cw.1/leave-heat/0'))

  // Another address ends this one; deleting ends both.
  await visit(page, '/calendar')
  const line = page.locator('[data-calendar]')
  await expect(line).toContainText('Soak, chill, order, Sow and Off heat, move, harden')
  await expect(line).toContainText('reminds of what cannot wait, at 06:30')
  await expect(line).toContainText('last read')
  await page.getByRole('button', { name: 'Change: Sowing and heat' }).click()
  await page.getByRole('dialog').getByLabel('Remind me').click()
  await page.getByRole('option', { name: 'of nothing' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(line).toContainText('no reminders')
  expect(read(await (await program.get(address)).text()).get('cw.1/leave-heat/0')).toMatchObject({ alarms: 0 })
  await page.getByRole('button', { name: 'New address: Sowing and heat' }).click()
  await expect(made).toBeVisible()
  const next = await made.getByLabel('Address of “Sowing and heat”').inputValue()
  expect(next).not.toBe(address)
  expect((await program.get(address)).status()).toBe(404)
  expect((await program.get(next)).status()).toBe(200)
  await page.getByRole('button', { name: 'Delete: Sowing and heat' }).click()
  await expect(page.getByText('You have no calendar yet.')).toBeVisible()
  expect((await program.get(next)).status()).toBe(404)
  await program.dispose()
})
