/** An identifier of a maker as the library holds it: three characters, or six for a small maker. */
export interface MakerId {
  /** Places 1 to 3; for a small maker places 1 to 3 and 12 to 14. */
  readonly code: string;
  readonly make: string;
  readonly market: string;
}

/**
 * The maker by the longest match: where place 3 is 9, places 12 to 14 belong to the identifier too (ISO 3780).
 * @param vin whole or partial; unknown places match nothing
 */
export function findMaker(vin: string, makerIds: readonly MakerId[]): MakerId | undefined {
  const short = vin.slice(0, 3);
  if (short.length < 3 || short.includes('?')) return undefined;
  const long = short[2] === '9' && vin.length >= 14 ? short + vin.slice(11, 14) : undefined;
  return makerIds.find(({ code }) => code === long) ?? makerIds.find(({ code }) => code === short);
}
