'use server';

import type { Result } from '@/core/kinds/result';
import { IdentifyInput } from '@/inputs/identify-input';
import { VinInput } from '@/inputs/vin-input';
import { type IdentifiedLine, identify } from '@/usecases/identify/identify';
import { examine, type VinAnswer } from '@/usecases/vin';
import { runAction } from '../../run-action';

export async function examineVinAction(data: unknown): Promise<Result<VinAnswer>> {
  return runAction(VinInput, data, examine);
}

export async function identifyAction(data: unknown): Promise<Result<IdentifiedLine>> {
  return runAction(IdentifyInput, data, identify);
}
