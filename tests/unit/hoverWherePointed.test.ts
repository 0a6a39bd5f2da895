import { expect, it } from 'vitest'
import { hoverWherePointed } from '../../scripts/hoverWherePointed'

const plain = (css: string) => css.replace(/\s+/g, '')
const after = (css: string) => plain(hoverWherePointed(css))

it('what is pointed at holds only where something points; what stands beside it in a rule holds everywhere', () => {
  expect(after('a:hover { color: red }')).toBe(plain('@media (hover: hover) { a:hover { color: red } }'))
  expect(after('.s:hover, .s:focus-within { opacity: 1 }')).toBe(
    plain('.s:focus-within { opacity: 1 } @media (hover: hover) { .s:hover { opacity: 1 } }'),
  )
})

it('what is held down looks otherwise only where something points, and what is only named so stays', () => {
  expect(after('.b:not(:disabled):active { color: red }')).toBe(
    plain('@media (hover: hover) { .b:not(:disabled):active { color: red } }'),
  )
  const named = '@media (forced-colors: active) { .link-active, x:active-view { color: red } }'
  expect(after(named)).toBe(plain(named))
})

it('is taken whole within another selector, within a condition, and in its place among the rules', () => {
  const inner = '.t:has(.i:hover, .i:focus) .s { color: red }'
  expect(after(inner)).toBe(plain(`@media (hover: hover) { ${inner} }`))
  expect(after('@media print { a:hover { color: red } }')).toBe(
    plain('@media print { @media (hover: hover) { a:hover { color: red } } }'),
  )
  expect(after('a { color: blue } a:hover { color: red } a.on { color: green }').replace(/[^a-z]/g, '')).toMatch(
    /blue.*red.*green/,
  )
})

it('leaves alone what points at nothing, and what asks already', () => {
  for (const css of ['a:focus { color: red }', '@media (hover: none) { a:hover { color: red } }'])
    expect(after(css)).toBe(plain(css))
})
