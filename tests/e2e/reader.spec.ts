import { expect, test } from '@playwright/test'
import { assemble, begin, goTo, letPass, openAt } from './support'

/**
 * What a screen reader meets, in its order: the roles and names of what stands there. Parts that are not named here may stand between.
 */
test(
  'by a screen reader a routine is assembled, followed and logged, each part named and in the order of the work',
  { tag: '@slow' },
  async ({ page }) => {
    await openAt(page, '/')
    await assemble(page, 'A walk', ['Draw the bow', 'Settle'])
    await expect(page.locator('body')).toMatchAriaSnapshot(`
    - link "Skip to the content"
    - banner:
      - link "Pebblebrook"
      - navigation "Places":
        - link "Today"
        - link "Week"
        - link "Forms"
        - link "Routines"
        - link "Journal"
        - link "Settings"
    - main:
      - textbox "Name of the routine"
      - button "Undo"
      - button "Redo"
      - button "Commands"
      - button "Start"
      - heading "A walk" [level=1]
      - paragraph:
        - strong: 3 min 36 s
        - text: /at my pace · 2 steps/
      - img /The brook of this routine, 3 min 36 s/
      - status: Settle added.
      - region "Fit to time":
        - spinbutton "I have"
        - combobox "How closely"
        - spinbutton "closing at least"
        - button "Fit"
      - region "Forms to add":
        - searchbox "Search forms to add"
        - combobox "Part of session to add from"
        - group "Forms":
          - heading [level=3]
          - list:
            - listitem:
              - button /^Add /
      - region "Steps":
        - list:
          - listitem:
            - strong: Draw the bow
            - group "Draw the bow":
              - 'button "Fewer: Draw the bow"'
              - status: 3 times each side
              - 'button "More: Draw the bow"'
            - button "All about Draw the bow"
          - listitem:
            - strong: Settle
            - group "Settle":
              - status: 60 s
      - region "Check":
        - list:
          - listitem:
            - button "Add some loosening"
      - region "As text"
      - region "Earlier versions"
  `)
    await page.getByRole('button', { name: 'Start', exact: true }).click()
    await expect(page.getByRole('main')).toMatchAriaSnapshot(`
    - main:
      - heading "Following A walk" [level=1]
      - paragraph: /3 min 36 s at my pace\\. It begins with Draw the bow, wide stance\\./
      - img /The brook of this routine/
      - button "Start"
      - button "Not now"
      - group "How do you feel? (optional)":
        - group "Energy":
          - button "tired"
          - button "full"
        - group "Calm"
        - group "Ease of body"
      - group "Who sets the pace":
        - radio "Automatic pace" [checked]
      - group "How it looks":
        - button [pressed]
  `)
    await begin(page)
    await letPass(page, 10)
    await expect(page.getByRole('region', { name: 'Now' })).toContainText('Gather')
    await expect(page.getByRole('main')).toMatchAriaSnapshot(`
    - main:
      - heading "Following A walk" [level=1]
      - region "Now":
        - paragraph: Draw the bow, left
        - paragraph: Gather
        - paragraph: /\\d/
        - paragraph: more each side
      - img /The brook of this routine/
      - paragraph: /left$/
      - toolbar "Change the session":
        - button /^Back/
        - button /^Pause/
        - button /^Next/
        - button /^One fewer/
        - button /^One more/
        - button /^Dizzy/
        - button /^Minutes I have/
        - button /^End/
        - button "More"
      - status: Draw the bow.
  `)
    // One voice tells what changes, and it is polite; the other is for what could not be kept, and has nothing to say.
    await expect(page.locator('[aria-live=polite], [role=status]')).toHaveCount(1)
    await expect(page.locator('[aria-live=assertive], [role=alert]')).toHaveText('')

    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'End and save' }).click()
    await expect(page.getByRole('main')).toMatchAriaSnapshot(`
    - main:
      - heading "Following A walk" [level=1]
      - status: A walk is in the journal.
      - group "How do you feel? (optional)":
        - group "Energy":
          - button "low"
      - group "Did it go by heart?":
        - button "from memory"
      - button "Done"
  `)
    await page.clock.resume()
    await page.keyboard.press('4')
    await expect(page.getByRole('group', { name: 'Energy' }).getByRole('button', { pressed: true })).toHaveText(
      'lively',
    )
    await page.getByRole('button', { name: 'Done' }).click()
    await goTo(page, 'Journal')
    await expect(page.getByRole('main')).toMatchAriaSnapshot(`
    - main:
      - heading "Journal" [level=1]
      - button "Add practice done elsewhere"
      - region "Sessions":
        - searchbox "Search the journal"
        - list:
          - listitem:
            - button /A walk/ [expanded=false]
            - paragraph: /energy.* lively/
      - region "Stepping stones":
        - heading "Stepping stones" [level=2]
  `)
  },
)
