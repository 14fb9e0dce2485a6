import type { Fact } from '@overcoat/core/model';

/** What happened, in words. */
export function factWords(fact: Fact): string {
  switch (fact.kind) {
    case 'rust step':
      return `rust, ${fact.step}${fact.early ? ', before its time' : ''}`;
    case 'fixing step':
      return `old hole, ${fact.step}`;
    case 'service':
      return fact.step;
    case 'hole step':
      return fact.step === 'cut' ? 'hole cut' : `hole, ${fact.step}`;
    case 'leak test':
      return `${fact.by === 'rain' ? 'rained on' : 'hosed'}${fact.from ? ` from ${fact.from === 'all round' ? 'all round' : fact.from === 'above' ? 'above' : `the ${fact.from}`}` : ''}: ${fact.result}`;
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
