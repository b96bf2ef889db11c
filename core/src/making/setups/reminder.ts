import { say, type Sentence } from '../../ground/index.ts';

/**
 * When something is told at a card: to be made, fitted and laid out before its machine is set; as
 * it is set; at the first piece; at every piece; once all are cut.
 */
export type Moment = 'ready' | 'set' | 'trial' | 'cut' | 'after';

/** What a card reminds of, in the moment it is of use. */
export interface Reminder extends Sentence {
  readonly when: Moment;
}

const at =
  (when: Moment) =>
  (...words: Parameters<typeof say>): Reminder => ({ ...say(...words), when });

export const beforehand = at('ready');
export const onSetting = at('set');
export const onTrial = at('trial');
export const onCutting = at('cut');
export const afterwards = at('after');

/** Those of one moment, in their order. */
export const remindersAt = (reminders: readonly Reminder[], when: Moment): readonly Reminder[] =>
  reminders.filter((reminder) => reminder.when === when);
