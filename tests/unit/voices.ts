import type { ExpectedChips } from '../data/typed-lines';

type Line = readonly [text: string, chips: ExpectedChips];

/**
 * Lines in many voices, each with what a person would read in it, written before the parser was tuned to any: a hundred
 * that it was then mended by. Read at 09:20 on Wednesday 2027-03-03 in the demo world; words left over are not compared.
 */
export const voices: readonly Line[] = [
  // Negations.
  [
    "Fenholt Oakensby 2011, it isn't locked, lost the key",
    { make: 'Fenholt', model: 'Oakensby', year: 2011, access: 'open', lost: 1, why: 'lost' },
  ],
  [
    'merrowdale 2018 not keyless need a spare',
    { make: 'Halvorn', model: 'Merrowdale', year: 2018, ignition: 'turn', why: 'spare', wanted: 1 },
  ],
  [
    "i haven't lost any, just want a spare for a 2014 sedgewyn",
    { make: 'Aldrenmoss', model: 'Sedgewyn', year: 2014, wanted: 1, why: 'spare' },
  ],
  [
    'spare key for a pelmore 2017, not urgent, friday is fine',
    { make: 'Brevane', model: 'Pelmore', year: 2017, why: 'spare', day: '2027-03-05' },
  ],
  [
    'lost my only key, no spare, tolliver 2006',
    { make: 'Halvorn', model: 'Tolliver', year: 2006, lost: 1, working: 0, why: 'lost' },
  ],
  [
    'lost the one key i had for my calidane 2012',
    { make: 'Estrovar', model: 'Calidane', year: 2012, lost: 1, working: 0, why: 'lost' },
  ],
  [
    "the car's not open and i dont have any key, verrazel 2009",
    { make: 'Estrovar', model: 'Verrazel', year: 2009, access: 'locked', working: 0 },
  ],
  [
    "wasn't stolen, i lost both, hauliver 2016",
    { make: 'Dunlark', model: 'Hauliver', year: 2016, lost: 2, working: 0, why: 'lost' },
  ],
  [
    'no push button, an ordinary key, drayborne 2019, wants 1 more',
    { make: 'Dunlark', model: 'Drayborne', year: 2019, ignition: 'turn', wanted: 1 },
  ],
  [
    "doors aren't locked. keys lost at the beach. Larkenby 2013",
    { make: 'Aldrenmoss', model: 'Larkenby', year: 2013, access: 'open', why: 'lost' },
  ],
  // Numbers with one owner.
  ['Oakensby 09 spare', { make: 'Fenholt', model: 'Oakensby', year: 2009, why: 'spare' }],
  ['Oakensby 09 keys lost', { make: 'Fenholt', model: 'Oakensby', year: 2009, why: 'lost' }],
  ['Thistlewane 05 lost 2 keys', { make: 'Fenholt', model: 'Thistlewane', year: 2005, lost: 2, why: 'lost' }],
  [
    'wrenfold two thousand nine, two keys work, one more please',
    { make: 'Fenholt', model: 'Wrenfold', year: 2009, working: 2, wanted: 1 },
  ],
  ['a twenty fourteen brisvarre, no keys', { make: 'Jorvane', model: 'Brisvarre', year: 2014, working: 0 }],
  [
    'an 08 tarnholme, lost the key',
    { make: 'Carrowick', model: 'Tarnholme', year: 2008, lost: 1, why: 'lost' },
  ],
  ['MY17 skerrydale spare', { make: 'Carrowick', model: 'Skerrydale', year: 2017, why: 'spare' }],
  [
    'nineteen ninety eight harrowick spare key',
    { make: 'Brevane', model: 'Harrowick', year: 1998, why: 'spare' },
  ],
  [
    '2018 or 2019 ostrander, lost all keys',
    { make: 'Halvorn', model: 'Ostrander', years: '2018 to 2019', working: 0, why: 'lost' },
  ],
  [
    'corvaston 2015 at 2012 mill lane one key works',
    { make: 'Brevane', model: 'Corvaston', year: 2015, working: 1, street: '2012 mill lane' },
  ],
  [
    '14 Harbour Street, Lindiven 2010, spare',
    { make: 'Brevane', model: 'Lindiven', year: 2010, why: 'spare', street: '14 Harbour Street' },
  ],
  [
    'castelune 2016, standing in Millrace Road, lost both',
    {
      make: 'Lumbrec',
      model: 'Castelune',
      year: 2016,
      lost: 2,
      working: 0,
      why: 'lost',
      street: 'Millrace Road',
    },
  ],
  [
    'need 9 keys for a fleet burdenshaw 2012',
    { make: 'Aldrenmoss', model: 'Burdenshaw', year: 2012, asked: 'keys' },
  ],
  [
    'pontavelle 2013 10 miles out, two keys missing out of three',
    { make: 'Lumbrec', model: 'Pontavelle', year: 2013, km: 16.1, lost: 2, working: 1, why: 'lost' },
  ],
  [
    'call 0555 013 2214 rivaldine 2004 key snapped',
    { make: 'Lumbrec', model: 'Rivaldine', year: 2004, phone: '0555-013-2214', why: 'broken' },
  ],
  // Names.
  [
    'call me, Halvorn Merrowdale 2016 spare',
    { make: 'Halvorn', model: 'Merrowdale', year: 2016, why: 'spare' },
  ],
  [
    'this is dan, my serravelle from 2011 will not open, lost the key',
    { make: 'Tavanni', model: 'Serravelle', year: 2011, access: 'locked', lost: 1, why: 'lost' },
  ],
  [
    'can you come to tansy cross, modolino 2008, lost keys',
    { make: 'Tavanni', model: 'Modolino', year: 2008, place: 'Tansy Cross', why: 'lost' },
  ],
  [
    "the winnowmere's remote is dead 2020",
    { make: 'Halvorn', model: 'Winnowmere', year: 2020, why: 'flatCell' },
  ],
  [
    'friend of mine has a carterby 2007 and lost the key near bellmarrow',
    { make: 'Dunlark', model: 'Carterby', year: 2007, lost: 1, why: 'lost', place: 'Bellmarrow' },
  ],
  // Lost, stolen, broken, in other words.
  [
    'someone nicked my keys, solvaine 2018',
    { make: 'Jorvane', model: 'Solvaine', year: 2018, why: 'stolen' },
  ],
  [
    "can't find my key anywhere, fjellmora 2001",
    { make: 'Jorvane', model: 'Fjellmora', year: 2001, lost: 1, why: 'lost' },
  ],
  [
    'only the valet left, kestlebrook 2012',
    { make: 'Halvorn', model: 'Kestlebrook', year: 2012, working: 1, valet: true },
  ],
  [
    'handbag stolen with the keys in it, marquisard 2019',
    { make: 'Lumbrec', model: 'Marquisard', year: 2019, why: 'stolen' },
  ],
  [
    'key snapped, half of it still in the door, copsegate 2003',
    { make: 'Fenholt', model: 'Copsegate', year: 2003, why: 'broken' },
  ],
  [
    'the blade has broken off the fob, whinsett 2010',
    { make: 'Carrowick', model: 'Whinsett', year: 2010, why: 'broken' },
  ],
  [
    'one button of one key worn, two keys work, dapplemere 2015',
    { make: 'Fenholt', model: 'Dapplemere', year: 2015, working: 2, why: 'wornButtons' },
  ],
  [
    'key turns but does not start, montaver 2006',
    { make: 'Estrovar', model: 'Montaver', year: 2006, ignition: 'turn', why: 'noStart' },
  ],
  [
    'engine cranks, will not start since the new key, brindlow 2008',
    { make: 'Fenholt', model: 'Brindlow', year: 2008, why: 'noStart' },
  ],
  [
    'keys inside, locked, pennarrow 2012',
    { make: 'Carrowick', model: 'Pennarrow', year: 2012, access: 'locked', why: 'keysInside' },
  ],
  [
    'locked my keys in the car, stonebeck 2009 at quarry end',
    {
      make: 'Carrowick',
      model: 'Stonebeck',
      year: 2009,
      access: 'locked',
      why: 'keysInside',
      place: 'Quarry End',
    },
  ],
  [
    'baby in the car and the keys too, mirelune 2017, hurry',
    {
      make: 'Brevane',
      model: 'Mirelune',
      year: 2017,
      access: 'locked',
      why: 'keysInside',
      danger: true,
      urgent: true,
    },
  ],
  [
    'dog locked in the car, lucienta 2016',
    { make: 'Estrovar', model: 'Lucienta', year: 2016, access: 'locked', danger: true },
  ],
  [
    'left the keys in the boot and it shut, ardizello 2011',
    { make: 'Tavanni', model: 'Ardizello', year: 2011, access: 'locked', why: 'keysInside' },
  ],
  [
    'ex has the other key, wants it erased, aramonde 2014, one key here',
    { make: 'Estrovar', model: 'Aramonde', year: 2014, working: 1, erase: true },
  ],
  [
    'a used one would do, gravelune 2015 spare',
    { make: 'Lumbrec', model: 'Gravelune', year: 2015, why: 'spare', used: true },
  ],
  [
    'another firm says 180 for a lorriden 2012 spare',
    { make: 'Dunlark', model: 'Lorriden', year: 2012, why: 'spare', rival: 180 },
  ],
  [
    'rankmoor 2010 lost both, was quoted 240 elsewhere',
    { make: 'Dunlark', model: 'Rankmoor', year: 2010, lost: 2, working: 0, why: 'lost', rival: 240 },
  ],
  // Hours.
  [
    'fernhollow 2016 lost keys, can you be here at 3am',
    { make: 'Aldrenmoss', model: 'Fernhollow', year: 2016, why: 'lost', day: '2027-03-04', by: '03:00' },
  ],
  [
    'glenmarrow 2012 spare, saturday evening',
    {
      make: 'Aldrenmoss',
      model: 'Glenmarrow',
      year: 2012,
      why: 'spare',
      day: '2027-03-06',
      from: '17:00',
      by: '21:00',
    },
  ],
  [
    'tonight if you can, mossender 2005, key lost',
    {
      make: 'Aldrenmoss',
      model: 'Mossender',
      year: 2005,
      lost: 1,
      why: 'lost',
      day: '2027-03-03',
      from: '17:00',
      by: '21:00',
    },
  ],
  [
    'nordavel 2019 spare tomorrow after 4 pm',
    { make: 'Jorvane', model: 'Nordavel', year: 2019, why: 'spare', day: '2027-03-04', from: '16:00' },
  ],
  [
    'tundrelle 2003 lost key, by noon please',
    { make: 'Jorvane', model: 'Tundrelle', year: 2003, lost: 1, why: 'lost', by: '12:00' },
  ],
  [
    'any time next week, spare for an isolinde 2011',
    { make: 'Jorvane', model: 'Isolinde', year: 2011, why: 'spare' },
  ],
  [
    'ombraline 2014 lost keys. between 2 and 4 this afternoon',
    {
      make: 'Lumbrec',
      model: 'Ombraline',
      year: 2014,
      why: 'lost',
      day: '2027-03-03',
      from: '14:00',
      by: '16:00',
    },
  ],
  [
    'within two hours, cabwell 2015, stolen keys',
    { make: 'Dunlark', model: 'Cabwell', year: 2015, why: 'stolen', day: '2027-03-03', by: '11:20' },
  ],
  [
    'monday morning before work, say half past seven, caprisando 2012 spare',
    { make: 'Tavanni', model: 'Caprisando', year: 2012, why: 'spare', day: '2027-03-08', by: '07:30' },
  ],
  // Trade talk and short hand.
  [
    'AKL 2021 ostrander push',
    { make: 'Halvorn', model: 'Ostrander', year: 2021, ignition: 'push', working: 0, why: 'lost' },
  ],
  [
    'all keys lost sombreval 2004',
    { make: 'Estrovar', model: 'Sombreval', year: 2004, working: 0, why: 'lost' },
  ],
  [
    'add a key vellutano 2016, has 1',
    { make: 'Tavanni', model: 'Vellutano', year: 2016, working: 1, why: 'spare' },
  ],
  ['fiorazza 13 x2 spares', { make: 'Tavanni', model: 'Fiorazza', year: 2013, wanted: 2, why: 'spare' }],
  [
    'dupe 2010 tansleigh turn key',
    { make: 'Brevane', model: 'Tansleigh', year: 2010, ignition: 'turn', why: 'spare' },
  ],
  [
    'winnowmere 22 pushbutton 1 of 2 keys lost',
    { make: 'Halvorn', model: 'Winnowmere', year: 2022, ignition: 'push', lost: 1, working: 1, why: 'lost' },
  ],
  [
    'harrowick 2012 fob buttons dead on one, other ok',
    { make: 'Brevane', model: 'Harrowick', year: 2012, why: 'wornButtons' },
  ],
  [
    'ravensoll 2015 smart key, cracked fob',
    { make: 'Carrowick', model: 'Ravensoll', year: 2015, ignition: 'push', why: 'crackedCase' },
  ],
  [
    '3 button remote oakensby 2012 spare',
    { make: 'Fenholt', model: 'Oakensby', year: 2012, buttons: 3, why: 'spare' },
  ],
  // Polite, long, rambling.
  [
    'hello, i am calling about my merrowdale, it is a 2017 i think, with the start button, and i have lost one of my two keys',
    { make: 'Halvorn', model: 'Merrowdale', year: 2017, ignition: 'push', lost: 1, working: 1, why: 'lost' },
  ],
  [
    'good morning my husband dropped the only key to our dapplemere in the lake, its a 2013',
    { make: 'Fenholt', model: 'Dapplemere', year: 2013, lost: 1, working: 0, why: 'lost' },
  ],
  [
    'hi do you do keys for a thistlewane? 2016. ours went through the wash and is dead',
    { make: 'Fenholt', model: 'Thistlewane', year: 2016, why: 'flatCell' },
  ],
  [
    'we bought a pelmore 2011 at auction and it came without keys',
    { make: 'Brevane', model: 'Pelmore', year: 2011, working: 0 },
  ],
  [
    'bought a second hand larkenby 2014 with one key, would like another',
    { make: 'Aldrenmoss', model: 'Larkenby', year: 2014, working: 1, why: 'spare' },
  ],
  [
    'my daughter is stranded at low fenmoor with a wrenfold 2010, the key went missing at a concert',
    { make: 'Fenholt', model: 'Wrenfold', year: 2010, place: 'Low Fenmoor', lost: 1, why: 'lost' },
  ],
  [
    'need you at saltpan ferry asap, ferry leaves at 6, tolliver 2008, dropped the keys in the water, no other',
    {
      make: 'Halvorn',
      model: 'Tolliver',
      year: 2008,
      place: 'Saltpan Ferry',
      urgent: true,
      by: '18:00',
      working: 0,
      why: 'lost',
    },
  ],
  [
    'two keys for the price of one? calidane 2015, i have none',
    { make: 'Estrovar', model: 'Calidane', year: 2015, working: 0 },
  ],
  [
    'hauliver 2019, works van, driver left with the key, we still have the second',
    { make: 'Dunlark', model: 'Hauliver', year: 2019, working: 1 },
  ],
  // Order and signs.
  [
    'SPARE KEY - SEDGEWYN - 2019 - TURN',
    { make: 'Aldrenmoss', model: 'Sedgewyn', year: 2019, ignition: 'turn', why: 'spare' },
  ],
  ['lost/2/keys/brisvarre/2002', { make: 'Jorvane', model: 'Brisvarre', year: 2002, lost: 2, why: 'lost' }],
  [
    "'11 copsegate, key's gone, car's open",
    { make: 'Fenholt', model: 'Copsegate', year: 2011, lost: 1, why: 'lost', access: 'open' },
  ],
  ['castelune(2014)spare', { make: 'Lumbrec', model: 'Castelune', year: 2014, why: 'spare' }],
  [
    'lost key; year 2012; model verrazel; locked',
    { make: 'Estrovar', model: 'Verrazel', year: 2012, lost: 1, why: 'lost', access: 'locked' },
  ],
  // What callers say of the car and where it is.
  [
    'car is locked and on a drive at high causey, drayborne 2012, lost the only one',
    {
      make: 'Dunlark',
      model: 'Drayborne',
      year: 2012,
      access: 'locked',
      place: 'High Causey',
      lost: 1,
      working: 0,
      why: 'lost',
    },
  ],
  [
    '20 km north of the harbour, carterby 2018 push, no key',
    { make: 'Dunlark', model: 'Carterby', year: 2018, ignition: 'push', km: 20, working: 0 },
  ],
  [
    'unlocked with the hood up, rankmoor 1999, key lost',
    { make: 'Dunlark', model: 'Rankmoor', year: 1999, access: 'open', lost: 1, why: 'lost' },
  ],
  [
    'left it open. kestlebrook 2016 push to start, dropped both fobs down a drain',
    {
      make: 'Halvorn',
      model: 'Kestlebrook',
      year: 2016,
      access: 'open',
      ignition: 'push',
      lost: 2,
      working: 0,
      why: 'lost',
    },
  ],
  [
    'boot is open but doors locked, aldercombe 2013, keys lost',
    { make: 'Halvorn', model: 'Aldercombe', year: 2013, access: 'locked', why: 'lost' },
  ],
  // Counts in other words.
  [
    'three keys when i bought it, now just the one, lindiven 2016',
    { make: 'Brevane', model: 'Lindiven', year: 2016, working: 1 },
  ],
  [
    'both keys work, i want a third, corvaston 2013',
    { make: 'Brevane', model: 'Corvaston', year: 2013, working: 2, why: 'spare' },
  ],
  [
    'one of three gone, marquisard 2017',
    { make: 'Lumbrec', model: 'Marquisard', year: 2017, lost: 1, working: 2, why: 'lost' },
  ],
  [
    'a couple of spares for a gravelune 2018',
    { make: 'Lumbrec', model: 'Gravelune', year: 2018, wanted: 2, why: 'spare' },
  ],
  [
    'lost every key i had for the stonebeck 2007',
    { make: 'Carrowick', model: 'Stonebeck', year: 2007, working: 0, why: 'lost' },
  ],
  [
    'there was only ever one key and its gone, tarnholme 2010',
    { make: 'Carrowick', model: 'Tarnholme', year: 2010, lost: 1, working: 0, why: 'lost' },
  ],
  [
    'husband has the other key, i lost mine, whinsett 2014',
    { make: 'Carrowick', model: 'Whinsett', year: 2014, lost: 1, working: 1, why: 'lost' },
  ],
  ['make me two, cabwell 2017', { make: 'Dunlark', model: 'Cabwell', year: 2017, wanted: 2 }],
  // Push and turn in other words.
  [
    'keyless entry solvaine 2020 battery low in the remote',
    { make: 'Jorvane', model: 'Solvaine', year: 2020, ignition: 'push', why: 'flatCell' },
  ],
  [
    'you turn the key to start it, montaver 2013, spare',
    { make: 'Estrovar', model: 'Montaver', year: 2013, ignition: 'turn', why: 'spare' },
  ],
  [
    'proximity fob lucienta 2019 lost',
    { make: 'Estrovar', model: 'Lucienta', year: 2019, ignition: 'push', why: 'lost' },
  ],
  [
    'its got a button to start, serravelle 2021, spare',
    { make: 'Tavanni', model: 'Serravelle', year: 2021, ignition: 'push', why: 'spare' },
  ],
  [
    'two fobs and a turn key start, larkenby 2009, one fob lost',
    { make: 'Aldrenmoss', model: 'Larkenby', year: 2009, ignition: 'turn', working: 1, lost: 1, why: 'lost' },
  ],
  [
    'please come to ondry harbour, my wrenfold 2018 is locked with the keys on the seat',
    {
      make: 'Fenholt',
      model: 'Wrenfold',
      year: 2018,
      place: 'Ondry Harbour',
      access: 'locked',
      why: 'keysInside',
    },
  ],
  ['card key nordavel 2021 lost', { make: 'Jorvane', model: 'Nordavel', year: 2021, why: 'lost' }],
];
