import type { ExpectedChips } from '../data/typed-lines';

type Line = readonly [text: string, chips: ExpectedChips];

/**
 * Fifty lines in many voices that nobody looked at while the parser was mended: written with the others, read once at the
 * end. Read at 09:20 on Wednesday 2027-03-03 in the demo world; words left over are not compared.
 */
export const heldBack: readonly Line[] = [
  [
    "my solvaine isn't keyless, 2016, i'd like a copy of the key",
    { make: 'Jorvane', model: 'Solvaine', year: 2016, ignition: 'turn', why: 'spare' },
  ],
  [
    'pennarrow 07 lost, no spare',
    { make: 'Carrowick', model: 'Pennarrow', year: 2007, working: 0, why: 'lost' },
  ],
  [
    'nothing stolen, just lost my key, oakensby 2018',
    { make: 'Fenholt', model: 'Oakensby', year: 2018, lost: 1, why: 'lost' },
  ],
  [
    'doors not locked, ravensoll 2011, key missing',
    { make: 'Carrowick', model: 'Ravensoll', year: 2011, access: 'open', lost: 1, why: 'lost' },
  ],
  ['no rush, spare for a brindlow 2017', { make: 'Fenholt', model: 'Brindlow', year: 2017, why: 'spare' }],
  [
    'twenty eighteen kestlebrook, push start, both keys gone',
    { make: 'Halvorn', model: 'Kestlebrook', year: 2018, ignition: 'push', lost: 2, working: 0, why: 'lost' },
  ],
  [
    'an 06 plate-ish tolliver, one key, want another',
    { make: 'Halvorn', model: 'Tolliver', year: 2006, working: 1, why: 'spare' },
  ],
  [
    'two thousand and eleven mirelune, no key at all',
    { make: 'Brevane', model: 'Mirelune', year: 2011, working: 0 },
  ],
  [
    'ostrander, either 2019 or 2020, lost one of two',
    { make: 'Halvorn', model: 'Ostrander', years: '2019 to 2020', lost: 1, working: 1, why: 'lost' },
  ],
  [
    'MY 19 modolino push spare',
    { make: 'Tavanni', model: 'Modolino', year: 2019, ignition: 'push', why: 'spare' },
  ],
  [
    'fernhollow 2013 outside 27 Quay Lane lost key',
    { make: 'Aldrenmoss', model: 'Fernhollow', year: 2013, lost: 1, why: 'lost', street: '27 Quay Lane' },
  ],
  [
    '1998 bobbin street, dapplemere 2009, spare',
    { make: 'Fenholt', model: 'Dapplemere', year: 2009, why: 'spare', street: '1998 bobbin street' },
  ],
  [
    'verrazel 2010, my number is 0555 010 4471, lost keys',
    { make: 'Estrovar', model: 'Verrazel', year: 2010, phone: '0555-010-4471', why: 'lost' },
  ],
  [
    'eight keys needed for our drayborne 2014',
    { make: 'Dunlark', model: 'Drayborne', year: 2014, asked: 'keys' },
  ],
  [
    'calidane 2011 8 miles away one of three keys left',
    { make: 'Estrovar', model: 'Calidane', year: 2011, km: 12.9, working: 1, lost: 2, why: 'lost' },
  ],
  ['thieves took my keys, montaver 2015', { make: 'Estrovar', model: 'Montaver', year: 2015, why: 'stolen' }],
  [
    'misplaced the key to my whinsett 2012',
    { make: 'Carrowick', model: 'Whinsett', year: 2012, lost: 1, why: 'lost' },
  ],
  [
    'the only key i have is a valet, harrowick 2010',
    { make: 'Brevane', model: 'Harrowick', year: 2010, working: 1, valet: true },
  ],
  [
    'key broke in the ignition, tundrelle 2004',
    { make: 'Jorvane', model: 'Tundrelle', year: 2004, why: 'broken' },
  ],
  [
    'shut the keys in the trunk of my sedgewyn 2018',
    { make: 'Aldrenmoss', model: 'Sedgewyn', year: 2018, access: 'locked', why: 'keysInside' },
  ],
  [
    'child locked inside, hauliver 2013, millrace, come now',
    {
      make: 'Dunlark',
      model: 'Hauliver',
      year: 2013,
      access: 'locked',
      danger: true,
      place: 'Millrace',
      urgent: true,
    },
  ],
  [
    'turns over but wont start, key light flashing, gravelune 2009',
    { make: 'Lumbrec', model: 'Gravelune', year: 2009, why: 'noStart' },
  ],
  [
    'please delete the lost one, lorriden 2015, one key here',
    { make: 'Dunlark', model: 'Lorriden', year: 2015, working: 1, erase: true, why: 'lost' },
  ],
  [
    'got a quote of 320 from someone else, nordavel 2017 all keys lost',
    { make: 'Jorvane', model: 'Nordavel', year: 2017, working: 0, why: 'lost', rival: 320 },
  ],
  [
    'refurbished is fine, pontavelle 2016 spare',
    { make: 'Lumbrec', model: 'Pontavelle', year: 2016, why: 'spare', used: true },
  ],
  [
    'thursday around 5pm, castelune 2012 spare',
    { make: 'Lumbrec', model: 'Castelune', year: 2012, why: 'spare', day: '2027-03-04', by: '17:00' },
  ],
  [
    'lost keys burdenshaw 2011 need it before 8 tomorrow',
    { make: 'Aldrenmoss', model: 'Burdenshaw', year: 2011, why: 'lost', day: '2027-03-04', by: '08:00' },
  ],
  [
    'this evening please: rivaldine 2010 key lost',
    {
      make: 'Lumbrec',
      model: 'Rivaldine',
      year: 2010,
      lost: 1,
      why: 'lost',
      day: '2027-03-03',
      from: '17:00',
      by: '21:00',
    },
  ],
  ['weekend is ok, spare, isolinde 2009', { make: 'Jorvane', model: 'Isolinde', year: 2009, why: 'spare' }],
  [
    'in half an hour, corvaston 2018, keys stolen',
    { make: 'Brevane', model: 'Corvaston', year: 2018, why: 'stolen', day: '2027-03-03', by: '09:50' },
  ],
  ['akl tava vellutano 19', { make: 'Tavanni', model: 'Vellutano', year: 2019, working: 0, why: 'lost' }],
  ['2 spares pelmore 2013', { make: 'Brevane', model: 'Pelmore', year: 2013, wanted: 2, why: 'spare' }],
  [
    'remote stopped working, fiorazza 2014',
    { make: 'Tavanni', model: 'Fiorazza', year: 2014, why: 'flatCell' },
  ],
  [
    'broken case on the fob, stonebeck 2013',
    { make: 'Carrowick', model: 'Stonebeck', year: 2013, why: 'crackedCase' },
  ],
  [
    'hello there, wondering what you charge for an extra key to a 2015 skerrydale',
    { make: 'Carrowick', model: 'Skerrydale', year: 2015, why: 'spare' },
  ],
  [
    'my son flushed the key of our lindiven 2014, that was the last one',
    { make: 'Brevane', model: 'Lindiven', year: 2014, lost: 1, working: 0, why: 'lost' },
  ],
  [
    'customer at bellmarrow, winnowmere 2021, push, zero keys',
    { make: 'Halvorn', model: 'Winnowmere', year: 2021, ignition: 'push', place: 'Bellmarrow', working: 0 },
  ],
  [
    'rankmoor 2008 came with one key only, want two more',
    { make: 'Dunlark', model: 'Rankmoor', year: 2008, working: 1, wanted: 2 },
  ],
  [
    'caprisando 2015 i have a key but need a backup',
    { make: 'Tavanni', model: 'Caprisando', year: 2015, working: 1, why: 'spare' },
  ],
  [
    'we still have two of the three keys, lucienta 2012, replace the missing one',
    { make: 'Estrovar', model: 'Lucienta', year: 2012, working: 2, lost: 1, why: 'lost' },
  ],
  [
    'thistlewane 2018 car open no keys',
    { make: 'Fenholt', model: 'Thistlewane', year: 2018, access: 'open', working: 0 },
  ],
  [
    'brisvarre 2012 it is locked up tight, keys in my other coat 200 miles away, need one made',
    { make: 'Jorvane', model: 'Brisvarre', year: 2012, access: 'locked', wanted: 1 },
  ],
  [
    "car's been left unlocked, marquisard 2013, dropped key in a lake",
    { make: 'Lumbrec', model: 'Marquisard', year: 2013, access: 'open', lost: 1, why: 'lost' },
  ],
  [
    'no start button, sombreval 2008, spare',
    { make: 'Estrovar', model: 'Sombreval', year: 2008, ignition: 'turn', why: 'spare' },
  ],
  [
    'uses a normal key in the ignition, copsegate 2014, copy please',
    { make: 'Fenholt', model: 'Copsegate', year: 2014, ignition: 'turn', why: 'spare' },
  ],
  [
    'start/stop button ardizello 2018 lost fob',
    { make: 'Tavanni', model: 'Ardizello', year: 2018, ignition: 'push', lost: 1, why: 'lost' },
  ],
  [
    'four button remote larkenby 2016 lost it',
    { make: 'Aldrenmoss', model: 'Larkenby', year: 2016, buttons: 4, why: 'lost' },
  ],
  ['wrenfold 1999 key worn, sticks in the lock', { make: 'Fenholt', model: 'Wrenfold', year: 1999 }],
  [
    'glenmarrow 2018 at high causey lost keys spare at home',
    { make: 'Aldrenmoss', model: 'Glenmarrow', year: 2018, place: 'High Causey', why: 'lost', working: 1 },
  ],
  [
    'mossender 2003 the last key has gone, tomorrow morning',
    {
      make: 'Aldrenmoss',
      model: 'Mossender',
      year: 2003,
      lost: 1,
      working: 0,
      why: 'lost',
      day: '2027-03-04',
      from: '08:00',
      by: '12:00',
    },
  ],
];
