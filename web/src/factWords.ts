import type { Fact } from '@overcoat/core/model';

/** What happened, in words. */
export function factWords(fact: Fact): string {
  switch (fact.kind) {
    case 'rust step':
      return `rust, ${fact.step}`;
    case 'hole step':
      return fact.step === 'cut' ? 'hole cut' : `hole, ${fact.step}`;
    case 'leak test':
      return `${fact.by === 'rain' ? 'rained on' : 'hosed'}: ${fact.result}`;
    case 'knock':
      return `knocked${fact.on === 'damped' ? ', damped' : ''}: ${fact.sounds}${fact.recording ? `, ${fact.recording.modes.length} tones recorded` : ''}`;
    case 'taken out':
      return `taken out: ${fact.name}`;
    case 'photo':
      return fact.note ? `photo: ${fact.note}` : 'photo';
    case 'flag':
      return fact.note ? `flagged: ${fact.note}` : 'flagged';
    case 'flag off':
      return 'flag taken off';
  }
}
