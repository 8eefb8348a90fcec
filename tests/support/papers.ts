/** Papers that fit, as they are recorded at the car. */
export const onSitePapers = {
  stage: 'onSite',
  holderName: 'Odile Varga',
  identityDocument: 'license',
  identityNumber: 'V 4471-902',
  rightDocument: 'registration',
  rightNumber: 'R-88123',
  howSeen: 'original',
  personFits: true,
  plateFits: true,
  witness: '',
  place: 'Quarry End, by the weighbridge',
  signature: '10,20 30,40;50,60 70,80',
  signedOnPaper: false,
  carVin: '',
  carPlate: '',
} as const;

/** The same papers shown before anything is looked up. */
export const advancePapers = {
  ...onSitePapers,
  stage: 'advance',
  howSeen: 'picture',
  personFits: false,
  plateFits: false,
  place: '',
  signature: '',
} as const;
