import { ARC_PARTS, type ArcPart } from '#core/forms'
import { pebblePath } from '~/shared/drawing/pebble'
import type { CardLine } from '~/shared/words/cardLines'
import { PART_WORDS } from '~/shared/words/practice'
import { durationPhrase } from '~/shared/words/time'

/** A page of A4 in millimetres, with its margins. */
const PAGE = { width: 210, height: 297, margin: 14 }
const HEAD = 32
const FOOT = 10
/** Where names, counts and stances begin. */
const COLUMNS = { stone: 14, name: 32, count: 108, stance: 158 }
const GAP = 3
const MOST_LINE = 13
/** As dark as a printer needs: of the colours of the parts by day. */
const INK = '#26302f'
const SOFT = '#5a5a50'
const STONES: Record<ArcPart, string> = {
  arrive: '#b9ad97',
  loosen: '#a59e8e',
  wake: '#c49a6a',
  work: '#7f8c78',
  stand: '#5e7270',
  gather: '#9a8da0',
  settle: '#8693a8',
}
/** Letters of this family are about so wide, as a share of their size: a long name is set smaller rather than cut. From memory. */
const LETTER_WIDTH = 0.53

/** Height of a line between the title and the length, in millimetres. */
const UNDER_LINE = 6

/**
 * The card as one picture of a page: each form with its count and stance, to be read from two metres. The lines of `underTitle` go between
 * the title and the length; empty ones are skipped.
 */
export function cardSvg(
  title: string,
  totalSeconds: number,
  lines: readonly CardLine[],
  underTitle: readonly string[] = [],
): string {
  const under = underTitle.filter((each) => each.trim() !== '')
  const head = HEAD + under.length * UNDER_LINE
  const parts = ARC_PARTS.map((part) => ({ part, lines: lines.filter((line) => line.part === part) })).filter(
    (each) => each.lines.length > 0,
  )
  const room = PAGE.height - head - FOOT
  const height = Math.min(MOST_LINE, room / (lines.length + parts.length * 0.9))
  const sizes = columnSizes(lines, height)
  let y = head
  const drawn = parts.flatMap(({ part, lines: those }) => {
    const heading = text(PAGE.margin, y + height * 0.65, height * 0.42, PART_WORDS[part], SOFT)
    y += height * 0.9
    return [
      heading,
      ...those.map((line) => {
        const top = y
        y += height
        return lineSvg(line, top, height, sizes)
      }),
    ]
  })
  const { width, margin } = PAGE
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${PAGE.height}mm" viewBox="0 0 ${width} ${PAGE.height}" font-family="'Atkinson Hyperlegible Next', 'Atkinson Hyperlegible', Verdana, sans-serif">
<title>${escaped(title)}</title>
<rect width="${width}" height="${PAGE.height}" fill="#ffffff"/>
${text(margin, 18, fitted(title, 10, width - 2 * margin), title, INK, 'bold')}
${under.map((each, at) => text(margin, 26 + at * UNDER_LINE, fitted(each, 5, width - 2 * margin), each, SOFT)).join('\n')}
${text(margin, 26 + under.length * UNDER_LINE, 5, `${durationPhrase(totalSeconds)} at my pace`, SOFT)}
${drawn.join('\n')}
</svg>
`
}

interface Sizes {
  name: number
  count: number
  stance: number
}
/** Each column in one size, the largest in which its longest words still fit. */
function columnSizes(lines: readonly CardLine[], height: number): Sizes {
  const of = (words: (line: CardLine) => string, most: number, width: number) =>
    Math.min(...lines.map((line) => fitted(words(line), most, width - GAP)))
  return {
    name: of(({ formName }) => formName, height * 0.55, COLUMNS.count - COLUMNS.name),
    count: of(oftenWords, height * 0.5, COLUMNS.stance - COLUMNS.count),
    stance: of(({ stance }) => stance, height * 0.42, PAGE.width - PAGE.margin - COLUMNS.stance),
  }
}
const oftenWords = ({ count, rounds }: CardLine) => (rounds > 1 ? `${count}, ${rounds} rounds` : count)

function lineSvg(line: CardLine, y: number, height: number, sizes: Sizes): string {
  const { stepId, part, formName, stance } = line
  const base = y + height * 0.68
  const under = y + height - 0.2
  return [
    `<path d="${pebblePath(stepId + formName, COLUMNS.stone, y + height * 0.22, 13, height * 0.56)}" fill="${STONES[part]}"/>`,
    text(COLUMNS.name, base, sizes.name, formName, INK, 'bold'),
    text(COLUMNS.count, base, sizes.count, oftenWords(line), INK),
    text(COLUMNS.stance, base, sizes.stance, stance, SOFT),
    `<path d="M${PAGE.margin} ${under.toFixed(2)}H${PAGE.width - PAGE.margin}" stroke="#d5cab7" stroke-width="0.3"/>`,
  ].join('\n')
}

const fitted = (words: string, most: number, width: number) =>
  Math.min(most, width / Math.max(1, words.length * LETTER_WIDTH))

const text = (x: number, y: number, size: number, words: string, colour: string, weight?: 'bold') =>
  `<text x="${x}" y="${y.toFixed(2)}" font-size="${size.toFixed(2)}" fill="${colour}"${weight ? ` font-weight="${weight}"` : ''}>${escaped(words)}</text>`

/** What no XML may hold, left out, and what it takes for marks, written as letters. */
const escaped = (words: string) =>
  words
    .replace(/[^\t\n\r\x20-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
