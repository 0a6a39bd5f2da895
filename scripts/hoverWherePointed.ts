import postcss, { type AtRule, type Rule } from 'postcss'
import type { Plugin } from 'vite'

const HOVERED = ':hover'
/** Whether it is said already that only what points at things gets it. */
const isAsked = (node: Rule) => {
  for (let around = node.parent; around; around = around.parent as typeof around)
    if (around.type === 'atrule' && /\bhover\s*:/.test((around as unknown as AtRule).params)) return true
  return false
}

/**
 * A stylesheet in which what is under a finger looks as it does anywhere else: each rule for what is pointed at holds only where there is something that
 * points. (A browser keeps what a finger has pressed as pointed at until something else is pressed, and works its looks out and draws it for that.) What stands
 * beside it in one rule stays as it is.
 */
export function hoverWherePointed(css: string): string {
  const sheet = postcss.parse(css)
  const rules: Rule[] = []
  sheet.walkRules((rule) => void (rule.selector.includes(HOVERED) && !isAsked(rule) && rules.push(rule)))
  for (const rule of rules) {
    const others = rule.selectors.filter((selector) => !selector.includes(HOVERED))
    const where = postcss.atRule({ name: 'media', params: '(hover: hover)' })
    where.append(rule.clone({ selectors: rule.selectors.filter((selector) => selector.includes(HOVERED)) }))
    rule.after(where)
    if (others.length > 0) rule.selectors = others
    else rule.remove()
  }
  return sheet.toString()
}

/** So for all styles of the application, its own and the controls'. */
export const hoversWherePointed = (): Plugin => ({
  name: 'hovers-where-pointed',
  enforce: 'pre',
  transform(code, id) {
    return /[.&]css(\?|$)/.test(id) && code.includes(HOVERED) ? hoverWherePointed(code) : null
  },
})
