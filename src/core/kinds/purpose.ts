/** What is asked for. `core/authority/purposes` says which stage each wants, and is the only source of it. */
export type Purpose =
  | 'identify'
  | 'quote'
  | 'decode'
  | 'repair'
  | 'codeToBitting'
  | 'codeFromVin'
  | 'pinLookUp'
  | 'seeSecret'
  | 'openForPapers'
  | 'openLock'
  | 'readLock'
  | 'cutFromCode'
  | 'pinRead'
  | 'learn'
  | 'erase'
  | 'clone'
  | 'keyImage';
