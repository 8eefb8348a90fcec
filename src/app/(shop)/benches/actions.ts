'use server';

import type { CutCheck } from '@/core/blade/cut/check-cut';
import type { FaceReadings } from '@/core/blade/readings';
import type { Result } from '@/core/kinds/result';
import type { VinAnswer } from '@/core/vin/vin-answer';
import { BenchCarInput, TraceInput } from '@/inputs/bench-car-inputs';
import {
  CandidatesInput,
  CheckCutInput,
  CutInput,
  DeviceInput,
  HangBittingInput,
  KeepCodeInput,
  OpenSheetInput,
  ReadCutInput,
  SearchInput,
  SheetInput,
} from '@/inputs/blade-inputs';
import { IdentifyInput } from '@/inputs/identify-input';
import { KeyCountInput, RoutesInput } from '@/inputs/key-inputs';
import { MeterReadInput } from '@/inputs/pellet-inputs';
import { VinInput } from '@/inputs/vin-input';
import { askTyped } from '@/usecases/benches/ask-in-pool';
import { type DocumentedPlatform, readBenchCar, removeBenchTrace } from '@/usecases/benches/bench-car';
import { readWithDevice } from '@/usecases/benches/blade-bench';
import type { CodeSearch } from '@/usecases/benches/code-search';
import { checkCutBlade, cutOnMachine, readCut } from '@/usecases/benches/cutting';
import type { IdentifiedLine } from '@/usecases/benches/identify';
import { readMeter } from '@/usecases/benches/pellet';
import { countKeysFor, findRoutesFor, type KeysCounted, type RoutesFound } from '@/usecases/benches/routes';
import {
  beginSheet,
  candidatesOfReading,
  keepTurned,
  openSheetWritten,
  type SentSheet,
} from '@/usecases/benches/sheets';
import { examine } from '@/usecases/benches/vin';
import { hangBitting, keepFoundCode } from '@/usecases/secrets/blade-secrets';
import { runAction } from '../../run-action';

export async function examineVinAction(data: unknown): Promise<Result<VinAnswer>> {
  return runAction(VinInput, data, examine);
}

export async function identifyAction(data: unknown): Promise<Result<IdentifiedLine>> {
  return runAction(IdentifyInput, data, (actor, input) => askTyped('identify', { actor, input }));
}

export async function findRoutesAction(data: unknown): Promise<Result<RoutesFound>> {
  return runAction(RoutesInput, data, findRoutesFor);
}

export async function countKeysAction(data: unknown): Promise<Result<KeysCounted>> {
  return runAction(KeyCountInput, data, countKeysFor);
}

export async function searchCodesAction(data: unknown): Promise<Result<CodeSearch>> {
  return runAction(SearchInput, data, (actor, input) => askTyped('search', { actor, input }));
}

export async function readWithDeviceAction(
  data: unknown,
): Promise<Result<{ readonly faces: readonly FaceReadings[] }>> {
  return runAction(DeviceInput, data, readWithDevice);
}

export async function hangBittingAction(data: unknown): Promise<Result<{ readonly number: number }>> {
  return runAction(HangBittingInput, data, hangBitting);
}

export async function keepFoundCodeAction(data: unknown): Promise<Result<{ readonly number: number }>> {
  return runAction(KeepCodeInput, data, keepFoundCode);
}

export async function candidatesAction(
  data: unknown,
): Promise<Result<{ readonly candidates: readonly string[] }>> {
  return runAction(CandidatesInput, data, candidatesOfReading);
}

export async function beginSheetAction(data: unknown): Promise<Result<{ readonly id: string }>> {
  return runAction(SheetInput, data, beginSheet);
}

export async function openSheetAction(data: unknown): Promise<Result<SentSheet>> {
  return runAction(OpenSheetInput, data, openSheetWritten);
}

export async function keepTurnedAction(data: unknown): Promise<Result<{ readonly id: string }>> {
  return runAction(OpenSheetInput, data, keepTurned);
}

export async function cutOnMachineAction(data: unknown): Promise<Result<{ readonly tolerance: number }>> {
  return runAction(CutInput, data, cutOnMachine);
}

export async function readCutAction(
  data: unknown,
): Promise<Result<{ readonly readings: readonly number[] }>> {
  return runAction(ReadCutInput, data, readCut);
}

export async function checkCutAction(data: unknown): Promise<Result<CutCheck>> {
  return runAction(CheckCutInput, data, checkCutBlade);
}

export async function readMeterAction(data: unknown): Promise<Result<{ readonly ohms: number | null }>> {
  return runAction(MeterReadInput, data, readMeter);
}

export async function readBenchCarAction(data: unknown): Promise<Result<DocumentedPlatform>> {
  return runAction(BenchCarInput, data, (actor, { platform }) => readBenchCar(actor, platform));
}

export async function removeBenchTraceAction(data: unknown): Promise<Result<null>> {
  return runAction(TraceInput, data, removeBenchTrace);
}
