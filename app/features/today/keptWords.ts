import { daysBetween } from '#core/journal'
import { AT_RISK_BELOW, type Keeping, type KeptForm } from '#core/plan'
import { percentPhrase, plural } from '~/shared/words/numbers'
import { STAGE_WORDS } from '~/shared/words/practice'
import { agoPhrase } from '~/shared/words/time'

export const KEEPING_WORDS: Record<Keeping, string> = {
  due: 'Due now',
  fading: 'Fading',
  fresh: 'Fresh',
}

/** How a form stands: its stage, when it came last and is to come back, and how surely it is still there. */
export function keptPhrase({ stage, lastDay, dueDay, recall }: KeptForm, today: string): string {
  const ahead = daysBetween(today, dueDay)
  const comes =
    ahead > 0 ? `due in ${plural(ahead, 'day')}` : ahead === 0 ? 'due today' : `${plural(-ahead, 'day')} overdue`
  return [
    stage && STAGE_WORDS[stage],
    `last done ${agoPhrase(daysBetween(lastDay, today))}`,
    comes,
    recall < AT_RISK_BELOW && `still there to about ${percentPhrase(recall)}`,
  ]
    .filter(Boolean)
    .join(' · ')
}
