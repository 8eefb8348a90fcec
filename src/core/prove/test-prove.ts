import { lockNames } from '@/core/catalogue/locks';
import type { CarToProve, KeyToProve } from './checks';

/** A car with every lock and a key with every button, for tests. */
export const turnCar: CarToProve = {
  ignition: 'turn',
  hasImmobilizer: true,
  pocket: null,
  locks: lockNames.map((lock) => ({
    lock,
    seen: 'in sight',
    spaces: null,
    numberAt: null,
    coveredBy: null,
    tool: null,
    mustNotFall: null,
    goesBack: null,
  })),
};
export const pushCar: CarToProve = { ...turnCar, ignition: 'push', pocket: 'cup holder' };

export const newKey: KeyToProve = {
  keyId: 'k1',
  tag: 1,
  name: 'new key',
  role: 'made',
  turns: true,
  buttons: ['lock', 'unlock', 'boot', 'panic', 'start'],
  buttonsRest: null,
  lacks: [],
};
export const oldKey: KeyToProve = { ...newKey, keyId: 'k2', tag: 2, name: 'old key', role: 'stays' };
export const deadKey: KeyToProve = { ...newKey, keyId: 'k3', tag: 3, name: 'old key', role: 'erased' };
