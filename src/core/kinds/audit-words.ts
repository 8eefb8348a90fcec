/** What the first part of an action is about. */
const subjects: Readonly<Record<string, string>> = {
  account: 'Trade account',
  archive: 'Archive',
  benchCar: 'Bench car',
  bureau: 'Code service',
  codeRows: 'Code rows',
  coupon: 'Coupon',
  cutting: 'Cutting',
  job: 'Job',
  library: 'Library',
  passcode: 'Passcode',
  person: 'Person',
  prices: 'Prices',
  quote: 'Quote',
  run: 'Run',
  secret: 'Secret',
  progression: 'Order of trying',
  session: 'Session',
  sheet: 'Sheet',
  shop: 'Shop',
  stock: 'Stock',
  supplier: 'Supplier',
  token: 'Token',
  tool: 'Tools',
  vault: 'Vault key',
  world: 'Demo world',
};

/** What was done, where the name of the deed alone would not say it. */
const deeds: Readonly<Record<string, string>> = {
  terms: 'terms of the quote',
  handPrice: 'price by hand',
  candidate: 'car chosen',
  answers: 'answers',
  doorNote: 'note at the locked car',
  facts: 'facts as found',
  countRead: 'key count read',
  attemptRecorded: 'attempt',
  attemptWithdrawn: 'attempt withdrawn',
  candidateTried: 'bitting tried in the lock',
  tryWithdrawn: 'try undone',
  planChosen: 'plan of trying chosen',
  bladeCut: 'blade cut',
  cutWithdrawn: 'cut undone',
  bladeMeasured: 'cut blade measured',
  lockTried: 'blade tried in a lock',
  pelletRead: 'pellet measured',
  wireChecked: 'wire in the column looked at',
  stepTried: 'pellet step tried',
  stepWithdrawn: 'pellet step undone',
  remoteWritten: 'universal remote written',
  started: 'begun',
  commanded: 'told to the car',
  pinEntered: 'PIN entered',
  right: 'licence or credits',
  rightRemoved: 'licence or credits removed',
  cover: 'coverage',
  priceClass: 'step of prices',
  setUp: 'set up',
  backedUp: 'backup written',
  keysExported: 'wrapped keys exported',
  firm: 'who it is',
  standards: 'what it goes by',
  texts: 'words on papers',
  logoRemoved: 'logo removed',
  dealerRemoved: 'dealer removed',
  roadsRemoved: 'roads removed',
};

/** What a detail is called. */
const names: Readonly<Record<string, string>> = {
  fields: 'changed',
  quote: 'quote',
  compared: 'texts compared',
  seq: 'event number',
  personId: 'person',
  priceClassMinor: 'step, minor units',
  feeMinor: 'fee, minor units',
  secretDays: 'days secrets are kept',
  personalDays: 'days personal data are kept',
};

/** @example auditWords('job.terms') // 'Job: terms of the quote' */
export function auditWords(action: string): string {
  const [subject = '', deed = ''] = action.split('.');
  return `${subjects[subject] ?? spaced(subject)}: ${deeds[deed] ?? spaced(deed)}`;
}

/** Ids are left out. @example detailWords({ fields: ['book'], version: 3 }) // 'changed: book, version: 3' */
export function detailWords(details: Readonly<Record<string, unknown>>): string {
  return Object.entries(details)
    .filter(([, value]) => !isId(value))
    .map(([name, value]) => `${names[name] ?? spaced(name)}: ${valueWords(value)}`)
    .join(', ');
}

/** An id says nothing to anybody; who and what it is stands in columns of its own. */
function isId(value: unknown): boolean {
  return typeof value === 'string' && /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f-]{22}$/.test(value);
}

function valueWords(value: unknown): string {
  if (Array.isArray(value)) return value.map(valueWords).join(' and ');
  if (typeof value === 'object' && value !== null)
    return Object.entries(value)
      .map(([name, one]) => `${spaced(name)} ${valueWords(one)}`)
      .join('; ');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return typeof value === 'string' && /^[a-z]+([A-Z][a-z]+)+$/.test(value) ? spaced(value) : String(value);
}

/** A name written together, as words. */
function spaced(name: string): string {
  return name.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
}
