import postcss, { type AtRule, type Rule } from 'postcss'
import type { Plugin } from 'vite'

/** What is pointed at, or pressed. */
const POINTED = /:(hover|active)\b(?!-)/
const isPointed = (selector: string) => POINTED.test(selector)
/** Whether it is said already that only what points at things gets it. */
const isAsked = (node: Rule) => {
  for (let around = node.parent; around; around = around.parent as typeof around)
    if (around.type === 'atrule' && /\bhover\s*:/.test((around as unknown as AtRule).params)) return true
  return false
}

/**
 * A stylesheet in which what is under a finger looks as it does anywhere else: each rule for what is pointed at or held down holds only where there is something
 * that points. (A browser works the looks out and draws them between a finger's coming and its press, and keeps what it has pressed as pointed at until something
 * else is pressed; the page itself shows at once what a press has done.) What stands beside it in one rule stays as it is.
 */
export function hoverWherePointed(css: string): string {
  const sheet = postcss.parse(css)
  const rules: Rule[] = []
  sheet.walkRules((rule) => void (isPointed(rule.selector) && !isAsked(rule) && rules.push(rule)))
  for (const rule of rules) {
    const others = rule.selectors.filter((selector) => !isPointed(selector))
    const where = postcss.atRule({ name: 'media', params: '(hover: hover)' })
    where.append(rule.clone({ selectors: rule.selectors.filter(isPointed) }))
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
    return /[.&]css(\?|$)/.test(id) && isPointed(code) ? hoverWherePointed(code) : null
  },
})
