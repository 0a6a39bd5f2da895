import { expect, it } from 'vitest'
import * as yup from 'yup'
import { validate } from '#core/basics'

it('what would write itself into a message is refused by the name of its field, and not called', () => {
  const schema = yup.object({ counts: yup.object({ least: yup.number().required() }) })
  const read = validate(schema, { counts: { least: { toString: 1 } } }, 'body')
  expect(read).toEqual({
    ok: false,
    faults: [{ path: 'counts.least', message: 'counts.least has a field called toString, which none has.' }],
  })
  expect(validate(schema, { counts: { least: 3 } }, 'body').ok).toBe(true)
})
