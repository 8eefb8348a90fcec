import { describe, expect, it } from 'vitest';
import { type CallDraft, draftAt, draftWords, isTyped, nobody } from './call-draft';
import { emptyFacts } from './told-call';

const atMs = Date.parse('2027-03-03T15:20:00Z');
const minutes = (count: number) => atMs + count * 60_000;
const draft: CallDraft = {
  id: 'a',
  atMs,
  line: 'merrowdale 2018 lost both, Odile, 555 0142, 14 Wharf Street',
  byHand: { working: 0 },
  person: {
    name: 'Odile Varga',
    phone: '555 0142',
    vin: 'WAHK1',
    placeDetail: '14 Wharf Street',
    note: 'dog',
  },
  facts: { ...emptyFacts, modelId: 'm', year: 2018, carWords: '', lost: 2, working: 0 },
  car: 'Halvorn Merrowdale 2018',
};

describe('a call that is being typed', () => {
  it('is kept whole for an hour', () => {
    expect(draftAt(draft, minutes(59))).toBe(draft);
    expect(draftWords(draft)).toContain('lost both');
  });

  it('has nothing personal in it afterwards, and its facts still', () => {
    const later = draftAt(draft, minutes(60));
    expect(later?.byHand).toMatchObject({ modelId: 'm', year: 2018, lost: 2, working: 0 });
    expect(JSON.stringify(later)).not.toMatch(/Odile|0142|WAHK1|Wharf|dog|lost both/);
    expect(later && draftWords(later)).toBe('Halvorn Merrowdale 2018');
    // Once more changes nothing.
    expect(later && draftAt(later, minutes(300))).toEqual(later);
  });

  it('keeps a car in words only where it was named by hand', () => {
    const ofLine = { ...draft, facts: { ...draft.facts, modelId: null, carWords: 'van of odile' } };
    expect(draftAt(ofLine, minutes(61))?.byHand.carWords).toBe('');
    const byHand = { ...ofLine, byHand: { carWords: 'old blue van' } };
    expect(draftAt(byHand, minutes(61))?.byHand.carWords).toBe('old blue van');
  });

  it('is gone after a day', () => {
    expect(draftAt(draft, minutes(24 * 60 - 1))).toBeDefined();
    expect(draftAt(draft, minutes(24 * 60))).toBeUndefined();
  });

  it('is none before anything is typed', () => {
    expect(isTyped({ line: ' ', byHand: {}, person: nobody })).toBe(false);
    expect(isTyped({ line: '', byHand: { urgent: true }, person: nobody })).toBe(true);
    expect(isTyped({ line: '', byHand: {}, person: { ...nobody, note: 'dog' } })).toBe(true);
  });
});
