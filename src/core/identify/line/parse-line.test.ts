import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseLine } from './parse-line';
import { type Lexicon, type LineReading, lineLimit } from './reading';

const lexicon: Lexicon = {
  makes: [
    { id: 'halvorn', name: 'Halvorn', aliases: [] },
    { id: 'brevane', name: 'Brevane', aliases: ['brev'] },
  ],
  models: [
    { id: 'merrowdale', makeId: 'halvorn', name: 'Merrowdale', aliases: [] },
    { id: 'pelmore', makeId: 'brevane', name: 'Pelmore', aliases: [] },
    { id: 'pelter', makeId: 'brevane', name: 'Pelterine', aliases: [] },
  ],
  places: [
    { id: 'quarry', name: 'Quarry End', distanceKm: 14, travelMinutes: 19 },
    { id: 'low', name: 'Low Fenmoor', distanceKm: 22, travelMinutes: 28 },
  ],
};
const now = { day: '2031-03-05', hour: '09:20' };
const read = (text: string) => parseLine(text, lexicon, now);

/** The values of a reading, without where they came from. */
function values(reading: LineReading): Record<string, unknown> {
  const { keys, when, unknown, ...rest } = reading;
  const flat: Record<string, unknown> = {};
  for (const field of [
    'year',
    'make',
    'model',
    'ignition',
    'why',
    'access',
    'place',
    'distanceKm',
    'vin',
    'phone',
    'buttons',
  ] as const) {
    if (rest[field]) flat[field] = rest[field].value;
  }
  for (const [part, value] of Object.entries(keys?.value ?? {})) if (value !== null) flat[part] = value;
  for (const [part, value] of Object.entries(when?.value ?? {})) if (value) flat[part] = value;
  return unknown.length > 0 ? { ...flat, unknown } : flat;
}

const car = { make: 'halvorn', model: 'merrowdale' };

describe('parseLine', () => {
  const lines: readonly [string, Record<string, unknown>][] = [
    [
      'Halvorn Merrowdale 2019 push start lost both Quarry End before six',
      {
        ...car,
        year: 2019,
        ignition: 'push',
        why: 'lost',
        lost: 2,
        working: 0,
        place: 'quarry',
        by: '18:00',
      },
    ],
    [
      'before six, Quarry End: lost both, push-start 2019 MERROWDALE',
      {
        ...car,
        year: 2019,
        ignition: 'push',
        why: 'lost',
        lost: 2,
        working: 0,
        place: 'quarry',
        by: '18:00',
      },
    ],
    ["merrowdale '19 spare", { ...car, year: 2019, why: 'spare' }],
    ['19 merrowdale spare key one working', { ...car, year: 2019, why: 'spare', working: 1 }],
    ['merrowdale 97', { ...car, year: 1997 }],
    ['merrowdale 32 turn key', { ...car, year: 2032, ignition: 'turn' }],
    ['merrowdale 33', { ...car, unknown: ['33'] }],
    ['lost 1 of 2 merrowdale', { ...car, why: 'lost', lost: 1, working: 1 }],
    ['two of three keys gone, halvorn', { make: 'halvorn', why: 'lost', lost: 2, working: 1 }],
    [
      'brev pelmore lost my only key car is locked',
      { make: 'brevane', model: 'pelmore', why: 'lost', lost: 1, working: 0, access: 'locked' },
    ],
    ['all keys lost, doors open', { why: 'lost', working: 0, access: 'open' }],
    ['akl halvorn unlocked', { make: 'halvorn', why: 'lost', working: 0, access: 'open' }],
    ['no keys at all', { working: 0 }],
    ['lost my keys', { why: 'lost' }],
    ['key snapped off in the ignition', { why: 'broken' }],
    ['fob battery dead tomorrow morning', { why: 'flatCell', day: '2031-03-06', from: '08:00', by: '12:00' }],
    ['buttons worn', { why: 'wornButtons' }],
    ['case is cracked', { why: 'crackedCase' }],
    ['ring loop broken', { why: 'brokenLoop', unknown: ['ring'] }],
    ['both keys stolen asap', { why: 'stolen', lost: 2, working: 0, urgent: true }],
    ['needs two keys merrowdale', { ...car, wanted: 2 }],
    ['halv', { make: 'halvorn' }],
    ['ha', { unknown: ['ha'] }],
    ['pel', { unknown: ['pel'] }],
    ['pelm', { make: 'brevane', model: 'pelmore' }],
    ["the merrowdale's key broke", { ...car, why: 'broken' }],
    ['merrowdales spare', { ...car, why: 'spare' }],
    ['low fen 9 miles', { place: 'low', distanceKm: 14.5 }],
    ['quarry', { place: 'quarry' }],
    ['14km out', { distanceKm: 14, unknown: ['out'] }],
    ['6.5 km', { distanceKm: 6.5 }],
    ['by friday', { day: '2031-03-07' }],
    ['wednesday', { day: '2031-03-12' }],
    ['today by 6pm', { day: '2031-03-05', by: '18:00' }],
    ['after 3 tomorrow', { day: '2031-03-06', from: '15:00' }],
    ['by ten', { by: '10:00' }],
    ['before nine', { by: '21:00' }],
    ['by 8:15 am', { day: '2031-03-06', by: '08:15' }],
    ['half past five', { unknown: ['half', 'past', 'five'] }],
    ['by half past five', { by: '17:30' }],
    ['within 2 hours', { day: '2031-03-05', by: '11:20' }],
    ['noon', { by: '12:00' }],
    ['0HVMD42K4KH012734 spare', { vin: '0HVMD42K4KH012734', why: 'spare' }],
    ['merrowdale lost both, it had 3 buttons', { ...car, lost: 2, working: 0, why: 'lost', buttons: 3 }],
    ['four-button remote, merrowdale', { ...car, buttons: 4, unknown: ['remote'] }],
    ['vin 0HV MD4 2K4 KH0 12734 spare', { vin: '0HVMD42K4KH012734', why: 'spare' }],
    ['OHVMD42K4KHO12734 spare', { vin: '0HVMD42K4KH012734', why: 'spare' }],
    ['ohv-md4-2k4-kh0-12734, lost', { vin: '0HVMD42K4KH012734', why: 'lost' }],
    ['call 555-0123 merrowdale', { ...car, phone: '555-0123', unknown: ['call'] }],
    ['Zorbex Quintal 2019', { year: 2019, unknown: ['Zorbex', 'Quintal'] }],
    ['🚗🔑', {}],
    ['', {}],
    ["Robert'); DROP TABLE job;--", { unknown: ['Robert', 'DROP', 'TABLE', 'job'] }],
    ['<script>alert(1)</script> merrowdale', { ...car, unknown: ['script', 'alert', '1', 'script'] }],
    ['MÉRROWDALE', car],
  ];
  it.each(lines)('%j', (text, expected) => {
    expect(values(read(text))).toEqual(expected);
  });

  it('says what cannot be right', () => {
    expect(read('merrowdale 2055').problems).toEqual([
      { field: 'year', message: '2055 is no year of a car here: 1980 to 2032.' },
    ]);
    expect(read('merrowdale 1873').year).toBeUndefined();
    expect(read('brevane merrowdale').problems[0]?.message).toBe('Merrowdale is a Halvorn.');
  });

  it('takes out what looks like a key code or PIN and keeps it nowhere', () => {
    for (const text of [
      'code 4512 merrowdale',
      'merrowdale pin is 99812',
      'merrowdale K4512B',
      'merrowdale 48213 lost both',
    ]) {
      const reading = read(text);
      expect(reading.codes).toBe(1);
      expect(reading.safeText).toContain('…');
      const secret = /\d{4,}|K4512B/.exec(text)?.[0] ?? 'none';
      expect(JSON.stringify(reading)).not.toContain(secret);
    }
  });

  it('reads a misspelt name through a correction, and says so', () => {
    const reading = parseLine('halvron merowdale', lexicon, now, [
      { word: 'halvron', kind: 'make', id: 'halvorn' },
      { word: 'merowdale', kind: 'model', id: 'merrowdale' },
    ]);
    expect(reading.model).toEqual({ value: 'merrowdale', words: 'merowdale', how: 'similar' });
    expect(reading.unknown).toEqual([]);
    expect(read('halvron merowdale').maybeNames).toEqual(['halvron', 'merowdale']);
  });

  it('reads up to its limit and says that there was more', () => {
    const reading = read(`merrowdale ${'x'.repeat(10_000)}`);
    expect(reading.problems[0]?.field).toBe('line');
    expect(reading.safeText.length).toBe(lineLimit);
    expect(reading.model?.value).toBe('merrowdale');
  });

  it('reads the same facts in any order of whole phrases', () => {
    const phrases = [
      'Merrowdale',
      '2019',
      'push start',
      'lost both keys',
      'Quarry End',
      'car is locked',
      'tomorrow',
    ];
    const expected = values(read(phrases.join(', ')));
    fc.assert(
      fc.property(fc.shuffledSubarray(phrases, { minLength: phrases.length }), (order) => {
        expect(values(read(order.join(', ')))).toEqual(expected);
      }),
    );
  });

  it('never throws and never loses a letter of the text it keeps', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 200 }), (text) => {
        const reading = read(text);
        if (reading.codes === 0) expect(reading.safeText).toBe(text.slice(0, lineLimit));
      }),
    );
  });
});
