import { COUNT_UNITS, type Form } from '#core/forms'
import type { Season, SeasonAdd, SeasonGoal, SeasonPlan, SeasonSession, SeasonStay } from '#core/plan'
import { listPhrase, plural } from '~/shared/words/numbers'
import { countPhrase, PURPOSE_WORDS, STAGE_WORDS } from '~/shared/words/practice'
import { countdownPhrase, shortDayPhrase } from '~/shared/words/time'

export const GOAL_WORDS: Record<SeasonGoal['kind'], string> = {
  learn: 'Learn forms, one after the other',
  grow: 'Let a hold or a count grow',
  purpose: 'Practise for something, longer by and by',
}

type FormOf = (formId: string) => Form | undefined
const nameOf = (formOf: FormOf, formId: string) => formOf(formId)?.name ?? 'a deleted form'

/** An amount of a form: a time as on a clock, else its count. */
export function amountPhrase(form: Form | undefined, amount: number): string {
  if (!form) return String(amount)
  return COUNT_UNITS[form.counting.by] === 'seconds' ? countdownPhrase(amount) : countPhrase(form, amount)
}
/** The same as short as can be, for a drawing. */
export const amountShort = (form: Form | undefined, amount: number) =>
  form && COUNT_UNITS[form.counting.by] === 'seconds' ? countdownPhrase(amount) : String(amount)

const STAY_WORDS: Record<SeasonStay, string> = {
  few: 'too few of its sessions were done whole the week before',
  unsaid: 'nobody said that it was easy the week before',
  hard: 'the week before was hard',
  pain: 'it hurt after it, and there is nothing less',
  gap: 'it was not done for two weeks, and there is nothing less',
  step: 'a tenth more is less than a step',
  there: 'it is where it was to come',
}
const BACK_WORDS = { pain: 'it hurt after it', hard: 'the week was hard', gap: 'it was not done for two weeks' }

/** What a week brings, one after the other; a form that begins is named once, with how far it comes. */
export function addPhrases(adds: readonly SeasonAdd[], formOf: FormOf): string[] {
  const begun = new Set(adds.flatMap((add) => (add.kind === 'begins' ? [add.formId] : [])))
  return adds.flatMap((add) => {
    if (add.kind === 'stage' && begun.has(add.formId)) return []
    if (add.kind !== 'begins') return [addPhrase(add, formOf)]
    const stage = adds.find((each) => each.kind === 'stage' && each.formId === add.formId)
    const far = stage?.kind === 'stage' ? ` (up to ${STAGE_WORDS[stage.stage]})` : ''
    return [`${addPhrase(add, formOf)}${far}`]
  })
}

function addPhrase(add: SeasonAdd, formOf: FormOf): string {
  switch (add.kind) {
    case 'begins':
      return `${nameOf(formOf, add.formId)} begins`
    case 'stage':
      return `${nameOf(formOf, add.formId)}: ${STAGE_WORDS[add.stage]}`
    case 'count':
      return `${amountPhrase(formOf(add.formId), add.to)} instead of ${amountPhrase(formOf(add.formId), add.from)}`
    case 'minutes':
      return `${plural(add.to, 'minute')} instead of ${add.from}`
    case 'stays':
      return `as before: ${STAY_WORDS[add.why]}`
    case 'back': {
      const to = add.formId ? amountPhrase(formOf(add.formId), add.to) : plural(add.to, 'minute')
      return `back to ${to}: ${BACK_WORDS[add.why]}`
    }
  }
}

/** What a season is for: "8 forms, from memory". */
export function goalPhrase({ goal, weeks }: Pick<Season, 'goal' | 'weeks'>, formOf: FormOf): string {
  const within = `in ${plural(weeks, 'week')}`
  switch (goal.kind) {
    case 'learn':
      return `${plural(goal.formIds.length, 'form')}, ${STAGE_WORDS[goal.stage]}, ${within}`
    case 'grow':
      return `${nameOf(formOf, goal.formId)}, from ${amountPhrase(formOf(goal.formId), goal.from)} to ${amountPhrase(formOf(goal.formId), goal.to)}, ${within}`
    case 'purpose':
      return `${PURPOSE_WORDS[goal.purpose]}, from ${goal.fromMinutes} to ${plural(goal.toMinutes, 'minute')}, ${within}`
  }
}

/** Where it stands: "3 of 8 there". */
export function standPhrase({ goal }: Season, plan: SeasonPlan, formOf: FormOf): string {
  if (goal.kind === 'learn') {
    const there = goal.formIds.length - plan.forbidden.length - plan.missing.length
    return `${there} of ${plural(goal.formIds.length - plan.forbidden.length, 'form')} ${STAGE_WORDS[goal.stage]}`
  }
  const asks = plan.weeks.findLast(({ when }) => when !== 'ahead')?.asks ?? plan.weeks[0]?.asks ?? null
  if (asks === null) return ''
  return goal.kind === 'grow'
    ? `${amountPhrase(formOf(goal.formId), asks)} of ${amountPhrase(formOf(goal.formId), goal.to)}`
    : `${plural(asks, 'minute')} of ${goal.toMinutes}`
}

/** Where it would lead if all that is laid is done; and, where less is, as the last weeks went. */
export function outlookPhrases(season: Season, plan: SeasonPlan, formOf: FormOf): string[] {
  if (plan.when === 'over') return []
  if (plan.weeks.every(({ when, days }) => when === 'past' || days.length === 0))
    return ['Nothing is planned for the weeks ahead: plan some of it in the week.']
  const told = (outlook: SeasonPlan['outlook']) => {
    const names = outlook.missing.map((formId) => nameOf(formOf, formId))
    const there = outlook.missing.length === 0
    const by = `by ${shortDayPhrase(plan.lastDay)}`
    const more = outlook.weeksMore === null ? '' : ` ${plural(outlook.weeksMore, 'week')} more would do.`
    if (season.goal.kind === 'learn') {
      const stage = STAGE_WORDS[season.goal.stage]
      if (there) return `all of it would be ${stage} ${by}.`
      return `${listPhrase(names)} would not be ${stage} ${by}.${more}`
    }
    if (season.goal.kind === 'grow')
      return there ? `it would come to its goal ${by}.` : `it would not come to its goal ${by}.${more}`
    const kept = outlook.reach >= 1 ? 'all' : `${Math.round(outlook.reach * 100)} %`
    return `${kept} of its weeks would be kept ${by}.`
  }
  const { asLately } = plan
  return [
    `If everything that is planned is done${season.goal.kind === 'grow' ? ' and feels easy' : ''}, ${told(plan.outlook)}`,
    ...(asLately
      ? [`As the last weeks went (${asLately.done} of ${plural(asLately.laid, 'session')}), ${told(asLately)}`]
      : []),
  ]
}

/** What changed since the week before. */
export const movedPhrases = ({ moved }: SeasonPlan, formOf: FormOf): string[] =>
  moved.map(({ formId, from, to }) =>
    to === null
      ? `${nameOf(formOf, formId)} no longer fits; it was to begin in week ${from + 1}`
      : `${nameOf(formOf, formId)} begins in week ${to + 1} instead of ${from + 1}`,
  )

/** What the next session practises. */
export function sessionPhrase(session: SeasonSession, formOf: FormOf): string {
  switch (session.kind) {
    case 'learn':
      return session.tasks.map(({ formId, stage }) => `${nameOf(formOf, formId)} (${STAGE_WORDS[stage]})`).join(', ')
    case 'grow':
      return `${nameOf(formOf, session.formId)}, ${amountPhrase(formOf(session.formId), session.count)}`
    case 'purpose':
      return `${PURPOSE_WORDS[session.purpose]}, ${plural(session.minutes, 'minute')}`
  }
}
