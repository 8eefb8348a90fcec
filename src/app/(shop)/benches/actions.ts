'use server';

import type { Result } from '@/core/kinds/result';
import type { VinAnswer } from '@/core/vin/vin-answer';
import { IdentifyInput } from '@/inputs/identify-input';
import { KeyCountInput, RoutesInput } from '@/inputs/key-inputs';
import { VinInput } from '@/inputs/vin-input';
import { askInPool } from '@/usecases/benches/ask-in-pool';
import type { IdentifiedLine } from '@/usecases/benches/identify';
import { countKeysFor, findRoutesFor, type KeysCounted, type RoutesFound } from '@/usecases/benches/routes';
import { examine } from '@/usecases/benches/vin';
import { runAction } from '../../run-action';

export async function examineVinAction(data: unknown): Promise<Result<VinAnswer>> {
  return runAction(VinInput, data, examine);
}

export async function identifyAction(data: unknown): Promise<Result<IdentifiedLine>> {
  return runAction(IdentifyInput, data, (actor, input) => askInPool('identify', { actor, input }));
}

export async function findRoutesAction(data: unknown): Promise<Result<RoutesFound>> {
  return runAction(RoutesInput, data, findRoutesFor);
}

export async function countKeysAction(data: unknown): Promise<Result<KeysCounted>> {
  return runAction(KeyCountInput, data, countKeysFor);
}
