import { describe, expect, it } from 'vitest'
import {
  countPhrase,
  diagonalPhrase,
  directionPhrase,
  facingPhrase,
  scopePhrase,
  sidePhrase,
} from '~/shared/words/practice'
import { percentPhrase, plural } from '~/shared/words/numbers'
import {
  countdownPhrase,
  dayPhrase,
  durationPhrase,
  minutesPhrase,
  monthPhrase,
  shortDayPhrase,
  shortWeekdayPhrase,
  timeOfDayPhrase,
  timePhrase,
  weekdayPhrase,
} from '~/shared/words/time'
import { inputPhrase } from '~/shared/words/commands'
import { aForm } from '../../../helpers'

describe('durations', () => {
  it.each([
    [0.4, '0 s'],
    [59.4, '59 s'],
    [59.6, '1 min'],
    [60, '1 min'],
    [125, '2 min 5 s'],
    [3600, '1 h'],
    [4500.2, '1 h 15 min'],
  ])('%d s are said as %s', (seconds, words) => expect(durationPhrase(seconds)).toBe(words))
  it('are minutes and hours in sums, and hours alone where they are many', () => {
    expect([29, 4439, 7200, 359_940, 752_280].map(minutesPhrase)).toEqual([
      '0 min',
      '1 h 14 min',
      '2 h',
      '99 h 59 min',
      '209 h',
    ])
  })
  it('count down to zero and never show less than there is', () => {
    expect(countdownPhrase(64.2)).toBe('1:05')
    expect(countdownPhrase(5.0000001)).toBe('0:05')
    expect(countdownPhrase(-3)).toBe('0:00')
    expect(timePhrase(250.9)).toBe('4:10')
  })
})

describe('days and moments', () => {
  it('are said in full, shortly, and by weekday', () => {
    expect(dayPhrase('2026-03-03')).toBe('3 March 2026')
    expect(weekdayPhrase('2026-03-03')).toBe('Tuesday 3 March')
    expect(shortWeekdayPhrase('2026-03-03')).toBe('Tue 3 Mar')
    expect(shortDayPhrase('2026-03-03')).toBe('3 Mar')
    expect(monthPhrase('2026-03')).toBe('March 2026')
  })
  it('are told by the clock of the place', () => {
    expect(timeOfDayPhrase('2026-03-03T23:30:00Z', 'Asia/Kathmandu')).toBe('05:15')
  })
})

describe('numbers', () => {
  it('are percent of a whole, rounded down so that nothing short of it is called enough', () => {
    expect(percentPhrase(0.2999)).toBe('29%')
    expect(percentPhrase(0.3)).toBe('30%')
    expect(percentPhrase(0.1 + 0.2)).toBe('30%')
  })
  it('go with one or more', () => {
    expect(plural(1, 'day')).toBe('1 day')
    expect(plural(0, 'day')).toBe('0 days')
    expect(plural(2, 'foot', 'feet')).toBe('2 feet')
  })
})

describe('the words of practice', () => {
  it('say a count with its unit and what it is meant for', () => {
    const form = aForm({ sides: 'oneThenOther', countScope: 'perSide' })
    expect(countPhrase(form, 1)).toBe('1 time each side')
    expect(countPhrase({ ...form, sides: 'bothDirections' }, 4)).toBe('4 times each way')
    expect(countPhrase({ ...form, countScope: 'inAll' }, 8)).toBe('8 times in all')
    expect(countPhrase(aForm({ counting: { by: 'time' } }), 90)).toBe('90 s')
    expect(scopePhrase(aForm())).toBe('')
  })
  it('say sides and directions as a clock lies on the floor', () => {
    expect(sidePhrase('left')).toBe('the left side')
    expect(sidePhrase('otherWay')).toBe('the other way')
    expect(sidePhrase('none')).toBe('')
    expect(directionPhrase(60)).toBe('toward 2 o’clock')
    expect(directionPhrase(0)).toBe('straight ahead')
    expect(directionPhrase(315)).toBe('to the left corner')
    expect(directionPhrase(50)).toBe('nearly to the right corner')
    expect(facingPhrase(270)).toBe('facing left')
    expect(facingPhrase(300)).toBe('facing 10 o’clock')
    expect(diagonalPhrase(60)).toBe('toward 10 or 2 o’clock')
    expect(diagonalPhrase(45)).toBe('to the left or right corner')
    expect(diagonalPhrase(50)).toBe('nearly to the left or right corner')
    expect(diagonalPhrase(90)).toBe('to the left or right side')
    expect(diagonalPhrase(120)).toBe('toward 8 or 4 o’clock')
    // However many degrees, they are never said.
    for (let degrees = 0; degrees <= 180; degrees += 1) expect(diagonalPhrase(degrees)).not.toMatch(/°|degree/)
    for (let degrees = 0; degrees < 360; degrees += 1)
      expect(`${directionPhrase(degrees)} ${facingPhrase(degrees)}`).not.toMatch(/°|degree/)
  })
  it('name every kind of input from afar', () => {
    expect(
      ['key: ', 'key:q', 'media:play', 'media:other', 'pad:0', 'pad:9', 'clap:2', 'clap:3'].map(inputPhrase),
    ).toEqual([
      'space',
      'q',
      'media key: play',
      'media key: other',
      'controller: lower button',
      'controller: button 9',
      'two claps',
      'three claps',
    ])
    expect(inputPhrase('half:left')).toBe('touch: left half')
    expect(inputPhrase('key::')).toBe(':')
  })
})
