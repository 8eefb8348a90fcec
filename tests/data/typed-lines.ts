/** What the chips of a line must say; whatever is not named here must not be read. */
export interface ExpectedChips {
  readonly make?: string;
  readonly model?: string;
  readonly year?: number;
  readonly ignition?: 'turn' | 'push';
  readonly working?: number;
  readonly lost?: number;
  readonly wanted?: number;
  readonly why?: string;
  readonly access?: 'open' | 'locked';
  readonly place?: string;
  readonly km?: number;
  readonly urgent?: true;
  readonly day?: string;
  readonly from?: string;
  readonly by?: string;
  readonly vin?: string;
  readonly phone?: string;
  /** First and last of the years that the caller doubts between. */
  readonly years?: string;
  readonly buttons?: number;
  readonly street?: string;
  readonly danger?: true;
  readonly erase?: true;
  readonly used?: true;
  readonly valet?: true;
  readonly rival?: number;
  /** What is asked about and not assumed. */
  readonly asked?: string;
  /** Codes taken out of the line. */
  readonly codes?: number;
  /** Words that stay visible as not understood. */
  readonly unknown?: string;
}

type Line = readonly [text: string, chips: ExpectedChips];

/**
 * Lines as callers' words are typed, written by hand with what a person would read in them, before the parser was
 * tuned to any; seven were amended afterwards, where the hand had read wrongly. Each is read at 09:20 on Wednesday 2027-03-03, in a shop with the demo world.
 */
export const plainLines: readonly Line[] = [
  [
    'Halvorn Merrowdale 2019 push start lost both Quarry End before six',
    {
      make: 'Halvorn',
      model: 'Merrowdale',
      year: 2019,
      ignition: 'push',
      lost: 2,
      working: 0,
      why: 'lost',
      place: 'Quarry End',
      by: '18:00',
    },
  ],
  ['2014 Fenholt Dapplemere spare', { make: 'Fenholt', model: 'Dapplemere', year: 2014, why: 'spare' }],
  [
    'spare for a merrowdale 16 turn key',
    { make: 'Halvorn', model: 'Merrowdale', year: 2016, ignition: 'turn', why: 'spare' },
  ],
  [
    'sedgewyn 2012 one key works millrace',
    { make: 'Aldrenmoss', model: 'Sedgewyn', year: 2012, working: 1, place: 'Millrace' },
  ],
  [
    "ravensoll '18 lost all keys saltpan ferry asap",
    {
      make: 'Carrowick',
      model: 'Ravensoll',
      year: 2018,
      working: 0,
      why: 'lost',
      place: 'Saltpan Ferry',
      urgent: true,
    },
  ],
  [
    'jorvane nordavel 2020 keyless flat battery in the fob',
    { make: 'Jorvane', model: 'Nordavel', year: 2020, ignition: 'push', why: 'flatCell' },
  ],
  [
    'lumbrec ombraline 2017 card stolen both keys stolen tomorrow morning',
    {
      make: 'Lumbrec',
      model: 'Ombraline',
      year: 2017,
      lost: 2,
      working: 0,
      why: 'stolen',
      day: '2027-03-04',
      from: '08:00',
      by: '12:00',
      unknown: 'card',
    },
  ],
  [
    'tavanni modolino 2013, turn key, key broke off in the ignition',
    { make: 'Tavanni', model: 'Modolino', year: 2013, ignition: 'turn', why: 'broken' },
  ],
  [
    'Cabwell taxi 2011 needs 2 new keys quarry end',
    { make: 'Dunlark', model: 'Cabwell', year: 2011, wanted: 2, place: 'Quarry End', unknown: 'taxi' },
  ],
  [
    'brev pelmore 2008 lost 1 of 2 locked tansy cross',
    {
      make: 'Brevane',
      model: 'Pelmore',
      year: 2008,
      lost: 1,
      working: 1,
      why: 'lost',
      access: 'locked',
      place: 'Tansy Cross',
    },
  ],
  [
    'estrovar lucienta 2010 spare bellmarrow friday',
    { make: 'Estrovar', model: 'Lucienta', year: 2010, why: 'spare', place: 'Bellmarrow', day: '2027-03-05' },
  ],
  [
    'aldrenmoss larkenby 2009 no keys left, car is locked',
    { make: 'Aldrenmoss', model: 'Larkenby', year: 2009, working: 0, access: 'locked' },
  ],
  [
    'Skerrydale 2021 push button extra key',
    { make: 'Carrowick', model: 'Skerrydale', year: 2021, ignition: 'push', why: 'spare' },
  ],
  [
    'his castelune is open, keys missing, high causey',
    { make: 'Lumbrec', model: 'Castelune', access: 'open', why: 'lost', place: 'High Causey' },
  ],
  [
    'hauliver lorry 2006 lost the key',
    { make: 'Dunlark', model: 'Hauliver', year: 2006, lost: 1, why: 'lost', unknown: 'lorry' },
  ],
  [
    '2 keys working, wants a third for a 2015 vellutano',
    { make: 'Tavanni', model: 'Vellutano', year: 2015, working: 2, why: 'spare' },
  ],
  ['worn buttons on a 2011 tolliver', { make: 'Halvorn', model: 'Tolliver', year: 2011, why: 'wornButtons' }],
  ['oakensby 2017 case cracked', { make: 'Fenholt', model: 'Oakensby', year: 2017, why: 'crackedCase' }],
  ['brindlow 2002 loop broken off', { make: 'Fenholt', model: 'Brindlow', year: 2002, why: 'brokenLoop' }],
  [
    '14 km out, ostrander 2019 akl',
    { make: 'Halvorn', model: 'Ostrander', year: 2019, km: 14, working: 0, why: 'lost', unknown: 'out' },
  ],
  [
    'calidane 2018 9 miles away lost both of them',
    {
      make: 'Estrovar',
      model: 'Calidane',
      year: 2018,
      km: 14.5,
      lost: 2,
      working: 0,
      why: 'lost',
      unknown: 'away',
    },
  ],
  [
    'verrazel 22 push lost my only key',
    { make: 'Estrovar', model: 'Verrazel', year: 2022, ignition: 'push', lost: 1, working: 0, why: 'lost' },
  ],
  [
    'montaver 2003 turn, still has one key, wants a spare',
    {
      make: 'Estrovar',
      model: 'Montaver',
      year: 2003,
      ignition: 'turn',
      working: 1,
      wanted: 1,
      why: 'spare',
    },
  ],
  [
    'Harrowick 1993 key snapped in the door',
    { make: 'Brevane', model: 'Harrowick', year: 1993, why: 'broken' },
  ],
  [
    'rankmoor 2010 lost everything low fenmoor before noon',
    {
      make: 'Dunlark',
      model: 'Rankmoor',
      year: 2010,
      working: 0,
      why: 'lost',
      place: 'Low Fenmoor',
      by: '12:00',
    },
  ],
  [
    'lorriden 2018 after 4 spare',
    { make: 'Dunlark', model: 'Lorriden', year: 2018, why: 'spare', from: '16:00' },
  ],
  [
    'fernhollow 2015 this afternoon',
    { make: 'Aldrenmoss', model: 'Fernhollow', year: 2015, day: '2027-03-03', from: '12:00', by: '18:00' },
  ],
  [
    'glenmarrow 07 one working key left need two more',
    { make: 'Aldrenmoss', model: 'Glenmarrow', year: 2007, working: 1, wanted: 2 },
  ],
  [
    'mossender 2019 within 2 hours all keys lost',
    {
      make: 'Aldrenmoss',
      model: 'Mossender',
      year: 2019,
      working: 0,
      why: 'lost',
      day: '2027-03-03',
      by: '11:20',
    },
  ],
  [
    'pennarrow 2013 call 555-0147 spare key',
    { make: 'Carrowick', model: 'Pennarrow', year: 2013, phone: '555-0147', why: 'spare', unknown: 'call' },
  ],
  [
    'Stonebeck pickup 2010, no push start, one key',
    { make: 'Carrowick', model: 'Stonebeck', year: 2010, ignition: 'turn', working: 1, unknown: 'pickup' },
  ],
  [
    'tarnholme 2005 three keys want one more',
    { make: 'Carrowick', model: 'Tarnholme', year: 2005, working: 3, wanted: 1 },
  ],
  [
    'whinsett 2016 doors locked lost the keys ondry harbour',
    {
      make: 'Carrowick',
      model: 'Whinsett',
      year: 2016,
      access: 'locked',
      why: 'lost',
      place: 'Ondry Harbour',
    },
  ],
  [
    'isolinde 2018 smart key dead',
    { make: 'Jorvane', model: 'Isolinde', year: 2018, ignition: 'push', why: 'flatCell' },
  ],
  ['brisvarre 2012 remote stopped', { make: 'Jorvane', model: 'Brisvarre', year: 2012, why: 'flatCell' }],
  [
    'fjellmora 2023 lost one of two',
    { make: 'Jorvane', model: 'Fjellmora', year: 2023, lost: 1, working: 1, why: 'lost' },
  ],
  ['solvaine 1998 duplicate key', { make: 'Jorvane', model: 'Solvaine', year: 1998, why: 'spare' }],
  ['tundrelle 2014 bent key', { make: 'Jorvane', model: 'Tundrelle', year: 2014, why: 'broken' }],
  ['gravelune 2009 stolen', { make: 'Lumbrec', model: 'Gravelune', year: 2009, why: 'stolen' }],
  [
    'marquisard 2020 next monday spare',
    { make: 'Lumbrec', model: 'Marquisard', year: 2020, day: '2027-03-08', why: 'spare' },
  ],
  [
    'pontavelle 2016 urgent millrace',
    { make: 'Lumbrec', model: 'Pontavelle', year: 2016, urgent: true, place: 'Millrace' },
  ],
  ['rivaldine 2011 by 5pm', { make: 'Lumbrec', model: 'Rivaldine', year: 2011, by: '17:00' }],
  ['serravelle 2017 tomorrow', { make: 'Tavanni', model: 'Serravelle', year: 2017, day: '2027-03-04' }],
  ['caprisando 1999 turn', { make: 'Tavanni', model: 'Caprisando', year: 1999, ignition: 'turn' }],
  [
    'fiorazza 2021 prox second key',
    { make: 'Tavanni', model: 'Fiorazza', year: 2021, ignition: 'push', why: 'spare' },
  ],
  ['ardizello 2018 lost two keys', { make: 'Tavanni', model: 'Ardizello', year: 2018, lost: 2, why: 'lost' }],
  [
    'drayborne 2012 one key missing',
    { make: 'Dunlark', model: 'Drayborne', year: 2012, lost: 1, why: 'lost' },
  ],
  [
    'carterby 2020 both gone',
    { make: 'Dunlark', model: 'Carterby', year: 2020, lost: 2, working: 0, why: 'lost' },
  ],
  ['sombreval 2004 at six', { make: 'Estrovar', model: 'Sombreval', year: 2004, by: '18:00' }],
  [
    'aramonde 2022 push start, both keys are lost, near bellmarrow',
    {
      make: 'Estrovar',
      model: 'Aramonde',
      year: 2022,
      ignition: 'push',
      lost: 2,
      working: 0,
      why: 'lost',
      place: 'Bellmarrow',
    },
  ],
  [
    'thistlewane 2008 open, spare',
    { make: 'Fenholt', model: 'Thistlewane', year: 2008, access: 'open', why: 'spare' },
  ],
  [
    'copsegate 2019 keyless go lost one',
    { make: 'Fenholt', model: 'Copsegate', year: 2019, ignition: 'push', lost: 1, why: 'lost' },
  ],
  ['wrenfold 2013 battery low', { make: 'Fenholt', model: 'Wrenfold', year: 2013, unknown: 'battery low' }],
  ['corvaston 2012 locked out', { make: 'Brevane', model: 'Corvaston', year: 2012, access: 'locked' }],
  ['mirelune 2006 not locked', { make: 'Brevane', model: 'Mirelune', year: 2006, access: 'open' }],
  ['tansleigh 1995', { make: 'Brevane', model: 'Tansleigh', year: 1995 }],
  ['lindiven 2020 2 spares', { make: 'Brevane', model: 'Lindiven', year: 2020, wanted: 2, why: 'spare' }],
  ['winnowmere 2017 make 1 key', { make: 'Halvorn', model: 'Winnowmere', year: 2017, wanted: 1 }],
  ['aldercombe 2021 no keys', { make: 'Halvorn', model: 'Aldercombe', year: 2021, working: 0 }],
  [
    'kestlebrook 2024 push lost 1 of 3',
    { make: 'Halvorn', model: 'Kestlebrook', year: 2024, ignition: 'push', lost: 1, working: 2, why: 'lost' },
  ],
  [
    'burdenshaw 2003 lorry lost keys saltpan ferry tonight',
    {
      make: 'Aldrenmoss',
      model: 'Burdenshaw',
      year: 2003,
      why: 'lost',
      place: 'Saltpan Ferry',
      day: '2027-03-03',
      from: '17:00',
      by: '21:00',
      unknown: 'lorry',
    },
  ],
  [
    'Quarry End, a Tavanni from 2016, does not start',
    { make: 'Tavanni', year: 2016, place: 'Quarry End', why: 'noStart' },
  ],
  ['halvorn 2018 spare', { make: 'Halvorn', year: 2018, why: 'spare' }],
  ['0HVMD42K4KH012734 spare key', { vin: '0HVMD42K4KH012734', why: 'spare' }],
  [
    'she lost her only key, pelmore 2013, 10 km',
    { make: 'Brevane', model: 'Pelmore', year: 2013, lost: 1, working: 0, why: 'lost', km: 10 },
  ],
  [
    'two keys work and they want another key for the 2016 dapple',
    { make: 'Fenholt', model: 'Dapplemere', year: 2016, working: 2, why: 'spare' },
  ],
  [
    'merrowdale 2020 until half past five, lost all of the keys',
    { make: 'Halvorn', model: 'Merrowdale', year: 2020, by: '17:30', working: 0, why: 'lost' },
  ],
  [
    'key works in door only, skerrydale 2010',
    { make: 'Carrowick', model: 'Skerrydale', year: 2010, unknown: 'works door' },
  ],
  [
    'needs one spare key by friday noon, larkenby 2014',
    {
      make: 'Aldrenmoss',
      model: 'Larkenby',
      year: 2014,
      wanted: 1,
      why: 'spare',
      day: '2027-03-05',
      by: '12:00',
    },
  ],
  ['ostrander 2012 4 keys', { make: 'Halvorn', model: 'Ostrander', year: 2012, working: 4 }],
];

/** Misspelt, as typed with cold fingers: the server's corrections must bring the same chips. */
export const misspeltLines: readonly Line[] = [
  ['halvron merowdale 2019 spare', { make: 'Halvorn', model: 'Merrowdale', year: 2019, why: 'spare' }],
  ['fenhlot daplemere 2016', { make: 'Fenholt', model: 'Dapplemere', year: 2016 }],
  ['aldrenmos sedgwin 2011', { make: 'Aldrenmoss', model: 'Sedgewyn', year: 2011 }],
  [
    'carowick ravinsol 2017 lost both',
    { make: 'Carrowick', model: 'Ravensoll', year: 2017, lost: 2, working: 0, why: 'lost' },
  ],
  ['jorvan nordaval 2019 push', { make: 'Jorvane', model: 'Nordavel', year: 2019, ignition: 'push' }],
  ['lumbreck ombralin 2016', { make: 'Lumbrec', model: 'Ombraline', year: 2016 }],
  ['tavani modellino 2012', { make: 'Tavanni', model: 'Modolino', year: 2012 }],
  ['brevan corviston 2013 spare', { make: 'Brevane', model: 'Corvaston', year: 2013, why: 'spare' }],
  ['estrover lucenta 2011', { make: 'Estrovar', model: 'Lucienta', year: 2011 }],
  ['dunlerk cabwel 2010', { make: 'Dunlark', model: 'Cabwell', year: 2010 }],
  ['skerydale 2012 akl', { make: 'Carrowick', model: 'Skerrydale', year: 2012, working: 0, why: 'lost' }],
  ['glenmarow 2008', { make: 'Aldrenmoss', model: 'Glenmarrow', year: 2008 }],
  ['fernholow 2014', { make: 'Aldrenmoss', model: 'Fernhollow', year: 2014 }],
  ['stonbeck 2011 spare', { make: 'Carrowick', model: 'Stonebeck', year: 2011, why: 'spare' }],
  ['fjelmora 2022', { make: 'Jorvane', model: 'Fjellmora', year: 2022 }],
  ['tundrele 2013', { make: 'Jorvane', model: 'Tundrelle', year: 2013 }],
  ['castalune 2017', { make: 'Lumbrec', model: 'Castelune', year: 2017 }],
  ['marqisard 2019', { make: 'Lumbrec', model: 'Marquisard', year: 2019 }],
  ['caprizando 2012', { make: 'Tavanni', model: 'Caprisando', year: 2012 }],
  ['velutano 2016', { make: 'Tavanni', model: 'Vellutano', year: 2016 }],
  ['firazza 2020', { make: 'Tavanni', model: 'Fiorazza', year: 2020 }],
  ['kestelbrook 2023', { make: 'Halvorn', model: 'Kestlebrook', year: 2023 }],
  ['winowmere 2016', { make: 'Halvorn', model: 'Winnowmere', year: 2016 }],
  ['thisselwane 2009', { make: 'Fenholt', model: 'Thistlewane', year: 2009 }],
  ['copesgate 2018', { make: 'Fenholt', model: 'Copsegate', year: 2018 }],
  ['wrenfeld 2012', { make: 'Fenholt', model: 'Wrenfold', year: 2012 }],
  ['hauliwer 2007', { make: 'Dunlark', model: 'Hauliver', year: 2007 }],
  ['draybourne 2011', { make: 'Dunlark', model: 'Drayborne', year: 2011 }],
  ['burdinshaw 2004', { make: 'Aldrenmoss', model: 'Burdenshaw', year: 2004 }],
  ['mosender 2015', { make: 'Aldrenmoss', model: 'Mossender', year: 2015 }],
  ['larkinby 2013', { make: 'Aldrenmoss', model: 'Larkenby', year: 2013 }],
  ['penarow 2014', { make: 'Carrowick', model: 'Pennarrow', year: 2014 }],
  ['tarnhome 2006', { make: 'Carrowick', model: 'Tarnholme', year: 2006 }],
  ['winsett 2015', { make: 'Carrowick', model: 'Whinsett', year: 2015 }],
  ['sombrevale 2005', { make: 'Estrovar', model: 'Sombreval', year: 2005 }],
  ['aramond 2021', { make: 'Estrovar', model: 'Aramonde', year: 2021 }],
  ['mirelun 2007', { make: 'Brevane', model: 'Mirelune', year: 2007 }],
  ['gravelone 2010', { make: 'Lumbrec', model: 'Gravelune', year: 2010 }],
  ['rivaldene 2012', { make: 'Lumbrec', model: 'Rivaldine', year: 2012 }],
  ['seravelle 2018', { make: 'Tavanni', model: 'Serravelle', year: 2018 }],
  ['ardizelo 2017', { make: 'Tavanni', model: 'Ardizello', year: 2017 }],
  ['isolynde 2019', { make: 'Jorvane', model: 'Isolinde', year: 2019 }],
];

/** Hostile: numbers that are not years, codes, contradictions, noise, other scripts, markup, orders to the program. */
export const hostileLines: readonly Line[] = [
  ['', {}],
  ['     ', {}],
  ['?????', {}],
  ['2019', { year: 2019 }],
  ['1066 merrowdale', { make: 'Halvorn', model: 'Merrowdale' }],
  ['2055 merrowdale spare', { make: 'Halvorn', model: 'Merrowdale', why: 'spare' }],
  ['merrowdale 2019 2020', { make: 'Halvorn', model: 'Merrowdale', year: 2019, unknown: '2020' }],
  ['halvorn pelmore 2010', { make: 'Halvorn', model: 'Pelmore', year: 2010 }],
  ['merrowdale dapplemere 2016', { make: 'Halvorn', model: 'Merrowdale', year: 2016, unknown: 'dapplemere' }],
  ['key code 4512 merrowdale', { make: 'Halvorn', model: 'Merrowdale', codes: 1 }],
  ['pin is 0042 ostrander 2015', { make: 'Halvorn', model: 'Ostrander', year: 2015, codes: 1 }],
  ['merrowdale W2451 2018', { make: 'Halvorn', model: 'Merrowdale', year: 2018, codes: 1 }],
  ['dapplemere 2016 bitting 31243', { make: 'Fenholt', model: 'Dapplemere', year: 2016, codes: 1 }],
  ['code', { unknown: 'code' }],
  [
    '<script>alert(1)</script> merrowdale',
    { make: 'Halvorn', model: 'Merrowdale', unknown: 'script alert 1 script' },
  ],
  [
    "'; DROP TABLE job; -- merrowdale 2019",
    { make: 'Halvorn', model: 'Merrowdale', year: 2019, unknown: 'DROP TABLE job' },
  ],
  ['{{7*7}} ostrander', { make: 'Halvorn', model: 'Ostrander', unknown: '7 7' }],
  [
    '=HYPERLINK("x") tolliver 2010',
    { make: 'Halvorn', model: 'Tolliver', year: 2010, unknown: 'HYPERLINK x' },
  ],
  ['__proto__ constructor toString 2015', { year: 2015, unknown: 'proto constructor toString' }],
  ['MERROWDALE!!! 2019!!! PUSH!!!', { make: 'Halvorn', model: 'Merrowdale', year: 2019, ignition: 'push' }],
  ['mérrowdàle 2019', { make: 'Halvorn', model: 'Merrowdale', year: 2019 }],
  [
    'merrowdale🚗2019🔑lost both',
    { make: 'Halvorn', model: 'Merrowdale', year: 2019, lost: 2, working: 0, why: 'lost' },
  ],
  ['ｍｅｒｒｏｗｄａｌｅ ２０１９', { make: 'Halvorn', model: 'Merrowdale', year: 2019 }],
  ['Мерроудейл 2019', { year: 2019, unknown: 'Мерроудейл' }],
  ['merrowdale\t2019\npush', { make: 'Halvorn', model: 'Merrowdale', year: 2019, ignition: 'push' }],
  ['push turn merrowdale', { make: 'Halvorn', model: 'Merrowdale', ignition: 'push', unknown: 'turn' }],
  ['locked open merrowdale', { make: 'Halvorn', model: 'Merrowdale', access: 'locked', unknown: 'open' }],
  ['lost 5 of 3 merrowdale', { make: 'Halvorn', model: 'Merrowdale', lost: 5, why: 'lost' }],
  ['lost -1 keys merrowdale', { make: 'Halvorn', model: 'Merrowdale', lost: 1, why: 'lost' }],
  ['9999999 keys merrowdale', { make: 'Halvorn', model: 'Merrowdale', phone: '9999999' }],
  ['25:99 merrowdale', { make: 'Halvorn', model: 'Merrowdale', unknown: '25:99' }],
  ['before 99 merrowdale', { make: 'Halvorn', model: 'Merrowdale', year: 1999, unknown: 'before' }],
  ['1e3 merrowdale', { make: 'Halvorn', model: 'Merrowdale', unknown: '1e3' }],
  ['0 km merrowdale', { make: 'Halvorn', model: 'Merrowdale', km: 0 }],
  ['999 km merrowdale', { make: 'Halvorn', model: 'Merrowdale', km: 999 }],
  ['quarry merrowdale end', { make: 'Halvorn', model: 'Merrowdale', unknown: 'quarry end' }],
  ['mer', { make: 'Halvorn', model: 'Merrowdale' }],
  ['car', {}],
  ['the the the of of a', {}],
  ['not lost, spare, merrowdale 2019', { make: 'Halvorn', model: 'Merrowdale', year: 2019, why: 'spare' }],
  ['nothing lost, merrowdale 2019', { make: 'Halvorn', model: 'Merrowdale', year: 2019 }],
  ['0HVMD42K4KH012734 0FHMD42K4KH012734', { vin: '0HVMD42K4KH012734', unknown: '0FHMD42K4KH012734' }],
  ['0HVMD42K4KH01273', { unknown: '0HVMD42K4KH01273' }],
  [
    '555 0147 merrowdale 555 0148',
    { make: 'Halvorn', model: 'Merrowdale', phone: '555-0147', unknown: '555 0148' },
  ],
];
