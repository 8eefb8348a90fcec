import type { ListName } from '@/core/catalogue/lists/lists';
import { keyStorages } from './keys';
import type { ListStorage } from './list-storage';
import { platformStorages } from './platforms';
import { standInStorages } from './stand-ins';
import { vehicleStorages } from './vehicles';

/** How each list of the library lies in the tables. */
export const storages: Readonly<Record<ListName, ListStorage>> = {
  ...vehicleStorages,
  ...keyStorages,
  ...standInStorages,
  ...platformStorages,
};
