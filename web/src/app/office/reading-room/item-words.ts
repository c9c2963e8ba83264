import { faultOf } from '@vilko/core/faults/catalogue';
import { CANNOT_TELL, HEALTHY_SWING } from '@vilko/core/reading-room/options';
import { capital } from '@vilko/core/words/case';
import { faultName } from '@vilko/core/words/findings';
import type { ReadView } from '../../workers/read-view';
import type { ShownItem } from '../../workers/item.worker';

/** An option as it is offered. */
export const optionName = (option: string): string =>
  option === HEALTHY_SWING
    ? 'Healthy'
    : option === CANNOT_TELL
      ? 'Cannot be told from this device'
      : capital(faultName(option));

/** Why it was that, in one sentence, from the fault's own words or from what the device cannot say. */
export function whyWords({ truth, view, options }: Pick<ShownItem, 'truth' | 'view' | 'options'>): string {
  if (truth === HEALTHY_SWING)
    return 'Everything that is offered lies within what is healthy here: the swing was drawn from the healthy spread.';
  if (truth === CANNOT_TELL) {
    const why = view.cannotJudge.find((c) => options.includes(c.fault));
    return `None of what is offered shows on this device${why ? `: ${why.reason}` : ''}.`;
  }
  const fault = faultOf(truth);
  return fault ? capital(`${fault.looks.replace(/\.$/, '')}.`) : '';
}

/** What speaks for a fault in this swing, found or only weighed. */
export function evidenceFor(view: ReadView, fault: string) {
  const weighed = view.weighed.find((w) => w.fault === fault);
  return weighed && 'evidence' in weighed ? weighed.evidence : [];
}
