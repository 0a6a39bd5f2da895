import fc from 'fast-check'
import { Inflate } from 'fflate'
import { describe, expect, it, vi } from 'vitest'
import {
  fromBase45,
  fromBase64Url,
  framesOf,
  missingFrames,
  packed,
  toBase45,
  toBase64Url,
  unpacked,
  wholeOf,
  withFrame,
  type FramesRead,
} from '#core/handover'

const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes)
const bytes = (words: string) => new TextEncoder().encode(words)

describe('bytes in letters', () => {
  // RFC 9285, section 4.3 and 4.4: its worked examples.
  it.each([
    ['AB', 'BB8'],
    ['Hello!!', '%69 VD92EX0'],
    ['base-45', 'UJCLQE7W581'],
    ['ietf!', 'QED8WEX0'],
  ])('writes “%s” in base45 as the standard does, and reads it', (plain, letters) => {
    expect(toBase45(bytes(plain))).toBe(letters)
    expect(text(fromBase45(letters)!)).toBe(plain)
  })

  it('reads no base45 that is none: wrong letters, a letter too few, a value too large', () => {
    for (const wrong of ['bb8', 'BB8A', ':::', '::', 'GGW']) expect(fromBase45(wrong)).toBeNull()
    expect(fromBase45('FGW')).toEqual(new Uint8Array([255, 255]))
  })

  it('writes base64url as Node does, and reads it', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 1, maxLength: 200 }), (some) => {
        expect(toBase64Url(some)).toBe(Buffer.from(some).toString('base64url'))
        expect(fromBase64Url(toBase64Url(some))).toEqual(new Uint8Array(some))
      }),
    )
    for (const wrong of ['', 'a', 'ab=', 'a+/b']) expect(fromBase64Url(wrong)).toBeNull()
  })
})

describe('a packed text', () => {
  it('is the same again, and short where it is a routine', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 4000, unit: 'binary' }), (words) => {
        const plain = text(bytes(words))
        expect(unpacked(packed(plain))).toBe(plain)
      }),
    )
    const step =
      '{"kind":"step","id":"1","formId":"cloud-hands","wayId":null,"part":"work","count":6,"restBreaths":1,"optional":false,"pinned":false,"off":false}'
    expect(packed(step).length).toBeLessThan(40)
  })

  it('is refused where it would grow beyond what any is', () => {
    const large = packed('a'.repeat(5_000_000))
    expect(large.length).toBeLessThan(10_000)
    expect(unpacked(large, 4_000_000)).toBeNull()
    expect(unpacked(large, 5_000_000)).toHaveLength(5_000_000)
  })
  it('is unpacked no further once it is beyond that: a small file cannot fill the memory', () => {
    const bomb = packed(' '.repeat(60_000_000))
    const push = vi.spyOn(Inflate.prototype, 'push')
    expect(unpacked(bomb, 1_000_000)).toBeNull()
    // 4096 bytes at a time, each at most some 4 MB.
    expect(push).toHaveBeenCalledTimes(1)
    push.mockClear()
    expect(unpacked(bomb)).toHaveLength(60_000_000)
    expect(push.mock.calls.length).toBeGreaterThan(10)
    push.mockRestore()
  })

  it('is refused where it was cut short or is something else', () => {
    const whole = packed('a routine of many words, and then some more of them')
    expect(unpacked(whole.subarray(0, whole.length - 3))).toBeNull()
    expect(unpacked(new Uint8Array([255, 255, 255]))).toBeNull()
    expect(unpacked(new Uint8Array())).toBeNull()
  })
})

describe('a row of frames', () => {
  const read = (frames: string[]) => frames.reduce<FramesRead | null>(withFrame, null)

  it('comes together from frames in any order, seen several times', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 1, maxLength: 3000 }).chain((some) => {
          const frames = framesOf(some)
          const seen = fc.shuffledSubarray([...frames, ...frames], { minLength: frames.length * 2 })
          return fc.tuple(fc.constant(some), seen)
        }),
        ([some, seen]) => {
          expect(wholeOf(read(seen)!)).toEqual(new Uint8Array(some))
        },
      ),
    )
  })

  it('says which are missing, and is not whole before that', () => {
    const frames = framesOf(new Uint8Array(1000))
    const some = read([frames[3]!, frames[0]!])!
    expect(missingFrames(some)).toEqual([2, 3, 5])
    expect(wholeOf(some)).toBeNull()
  })

  it('has only letters that a code picture holds in its closest writing', () => {
    for (const frame of framesOf(bytes('Ein Bach, 山水, und mehr'.repeat(60))))
      expect(frame).toMatch(/^[\dA-Z $%*+\-./:]+$/)
  })

  it('is not disturbed by other pictures, and begins anew with another row', () => {
    const one = framesOf(new Uint8Array(1000).fill(1))
    const other = framesOf(new Uint8Array(800).fill(2))
    const begun = read([one[0]!])
    for (const word of ['', 'https://example.org/', 'PB1:00000000:0:3:', 'PB1:00000000:4:3:BB8', 'PB1:12345678:1:1:A'])
      expect(withFrame(begun, word)).toBe(begun)
    expect(withFrame(begun, other[1]!)).toMatchObject({ of: other.length })
    expect(wholeOf(read([one[0]!, ...other])!)).toEqual(new Uint8Array(800).fill(2))
  })

  it('is known to be wrong where a frame is not what it was', () => {
    const [frame] = framesOf(bytes('eight'))
    const changed = frame!.replace(toBase45(bytes('eight')), toBase45(bytes('seven')))
    expect(wholeOf(read([changed])!)).toBe('wrong')
  })
})
