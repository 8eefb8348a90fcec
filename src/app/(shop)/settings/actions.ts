'use server';

import { cookies } from 'next/headers';
import type { Result } from '@/core/kinds/result';
import {
  BackupNameInput,
  BackupPlanInput,
  FirmInput,
  FirstStepInput,
  OwnTextsInput,
  StandardsInput,
  TrialLineInput,
} from '@/inputs/firm-inputs';
import { CodeServiceInput, DealerIdInput, DealerInput, RoadsInput } from '@/inputs/outside-inputs';
import { MeterIdInput, MeterInput } from '@/inputs/pellet-inputs';
import { ByIdInput, PersonInput, TokenInput } from '@/inputs/people-inputs';
import {
  AccountInput,
  CouponInput,
  CurrencyInput,
  OpenHoursInput,
  PriceRulesInput,
  SupplierInput,
} from '@/inputs/price-inputs';
import {
  HabitsInput,
  PlaceIdInput,
  PlaceInput,
  PriceClassInput,
  RulesInput,
  VanIdInput,
  VanInput,
} from '@/inputs/shop-input';
import { CoverInput, EquipmentInput, NamedOnVanInput, RightInput, ToolInput } from '@/inputs/tool-inputs';
import { type BackupFile, backUpNow, setBackupPlan } from '@/usecases/archive/backups';
import { checkBackup } from '@/usecases/archive/export-archive';
import { checkChain } from '@/usecases/audit/check-chain';
import { type TrialPrice, tryPrice } from '@/usecases/benches/trial-call';
import { removePerson, savePerson } from '@/usecases/people/people';
import { endSessionById } from '@/usecases/people/sessions';
import { endTokenById, makeToken } from '@/usecases/people/tokens';
import {
  addCoupon,
  changeCurrency,
  currencyEffect,
  endAccountById,
  endCouponById,
  type PriceEffect,
  priceEffect,
  saveAccount,
  savePriceRules,
  setOpenHours,
} from '@/usecases/quote/price-settings';
import { saveSupplier, storePriceFile } from '@/usecases/quote/suppliers';
import { removeDealer, saveCodeService, saveDealer } from '@/usecases/shop/dealers';
import { removeLogo, saveFirm, saveOwnTexts, saveStandards } from '@/usecases/shop/firm';
import { setFirstStep } from '@/usecases/shop/first-hour';
import { removeMeter, saveMeter } from '@/usecases/shop/meters';
import { giveUpVan, saveVan } from '@/usecases/shop/own-vans';
import { removePlace, savePlace } from '@/usecases/shop/places';
import { dropRoads, previewRoads, type RoadsPreview, storeRoads } from '@/usecases/shop/roads';
import { setHabits, setPriceClass, setRules } from '@/usecases/shop/shop';
import {
  noteEquipment,
  removeRight,
  removeTool,
  saveCover,
  saveRight,
  saveTool,
} from '@/usecases/shop/tools';
import { answer, runAction } from '../../run-action';
import { requireActor } from '../../session';

export async function priceEffectAction(data: unknown): Promise<Result<readonly PriceEffect[]>> {
  return runAction(PriceRulesInput, data, priceEffect);
}

export async function currencyEffectAction(data: unknown): Promise<Result<readonly PriceEffect[]>> {
  return runAction(CurrencyInput, data, currencyEffect);
}

export async function savePriceRulesAction(data: unknown): Promise<Result<{ id: string }>> {
  return runAction(PriceRulesInput, data, savePriceRules);
}

export async function saveAccountAction(data: unknown): Promise<Result<null>> {
  return runAction(AccountInput, data, saveAccount);
}

export async function endAccountAction(data: unknown): Promise<Result<null>> {
  return runAction(ByIdInput, data, endAccountById);
}

export async function addCouponAction(data: unknown): Promise<Result<null>> {
  return runAction(CouponInput, data, addCoupon);
}

export async function endCouponAction(data: unknown): Promise<Result<null>> {
  return runAction(ByIdInput, data, endCouponById);
}

export async function setOpenHoursAction(data: unknown): Promise<Result<null>> {
  return runAction(OpenHoursInput, data, setOpenHours);
}

export async function changeCurrencyAction(data: unknown): Promise<Result<null>> {
  return runAction(CurrencyInput, data, changeCurrency);
}

export async function saveSupplierAction(data: unknown): Promise<Result<null>> {
  return runAction(SupplierInput, data, saveSupplier);
}

export async function storePriceFileAction(data: unknown): Promise<Result<{ stored: number; seen: number }>> {
  return runAction(ByIdInput, data, storePriceFile);
}

/** Keeps the theme on this device. */
export async function keepThemeAction(theme: unknown): Promise<void> {
  const value = theme === 'light' || theme === 'dark' ? theme : 'auto';
  (await cookies()).set('theme', value, { path: '/', sameSite: 'lax', maxAge: 400 * 86_400 });
}

export async function setPriceClassAction(data: unknown): Promise<Result<{ priceClassMinor: number }>> {
  return runAction(PriceClassInput, data, setPriceClass);
}

export async function setRulesAction(data: unknown): Promise<Result<null>> {
  return runAction(RulesInput, data, setRules);
}

export async function setHabitsAction(data: unknown): Promise<Result<null>> {
  return runAction(HabitsInput, data, setHabits);
}

export async function endSessionAction(data: unknown): Promise<Result<null>> {
  return runAction(ByIdInput, data, (actor, { id }) => endSessionById(actor, id));
}

export async function savePersonAction(data: unknown): Promise<Result<{ id: string }>> {
  return runAction(PersonInput, data, savePerson);
}

export async function removePersonAction(data: unknown): Promise<Result<null>> {
  return runAction(ByIdInput, data, removePerson);
}

export async function makeTokenAction(data: unknown): Promise<Result<{ token: string }>> {
  return runAction(TokenInput, data, makeToken);
}

export async function endTokenAction(data: unknown): Promise<Result<null>> {
  return runAction(ByIdInput, data, (actor, { id }) => endTokenById(actor, id));
}

export async function saveToolAction(data: unknown): Promise<Result<null>> {
  return runAction(ToolInput, data, saveTool);
}

export async function removeToolAction(data: unknown): Promise<Result<null>> {
  return runAction(NamedOnVanInput, data, removeTool);
}

export async function saveCoverAction(data: unknown): Promise<Result<null>> {
  return runAction(CoverInput, data, saveCover);
}

export async function saveRightAction(data: unknown): Promise<Result<null>> {
  return runAction(RightInput, data, saveRight);
}

export async function removeRightAction(data: unknown): Promise<Result<null>> {
  return runAction(NamedOnVanInput, data, removeRight);
}

export async function noteEquipmentAction(data: unknown): Promise<Result<null>> {
  return runAction(EquipmentInput, data, noteEquipment);
}

export async function saveMeterAction(data: unknown): Promise<Result<null>> {
  return runAction(MeterInput, data, saveMeter);
}

export async function removeMeterAction(data: unknown): Promise<Result<null>> {
  return runAction(MeterIdInput, data, removeMeter);
}

export async function saveVanAction(data: unknown): Promise<Result<null>> {
  return runAction(VanInput, data, saveVan);
}

export async function giveUpVanAction(data: unknown): Promise<Result<null>> {
  return runAction(VanIdInput, data, giveUpVan);
}

export async function savePlaceAction(data: unknown): Promise<Result<null>> {
  return runAction(PlaceInput, data, savePlace);
}

export async function removePlaceAction(data: unknown): Promise<Result<null>> {
  return runAction(PlaceIdInput, data, removePlace);
}

export async function saveFirmAction(data: unknown): Promise<Result<null>> {
  return runAction(FirmInput, data, saveFirm);
}

export async function removeLogoAction(): Promise<Result<null>> {
  return answer(async () => removeLogo(await requireActor()));
}

export async function saveStandardsAction(data: unknown): Promise<Result<null>> {
  return runAction(StandardsInput, data, saveStandards);
}

export async function saveOwnTextsAction(data: unknown): Promise<Result<null>> {
  return runAction(OwnTextsInput, data, saveOwnTexts);
}

export async function saveDealerAction(data: unknown): Promise<Result<null>> {
  return runAction(DealerInput, data, saveDealer);
}

export async function removeDealerAction(data: unknown): Promise<Result<null>> {
  return runAction(DealerIdInput, data, removeDealer);
}

export async function saveCodeServiceAction(data: unknown): Promise<Result<null>> {
  return runAction(CodeServiceInput, data, saveCodeService);
}

export async function previewRoadsAction(data: unknown): Promise<Result<RoadsPreview>> {
  return runAction(RoadsInput, data, previewRoads);
}

export async function storeRoadsAction(data: unknown): Promise<Result<null>> {
  return runAction(RoadsInput, data, storeRoads);
}

export async function dropRoadsAction(): Promise<Result<null>> {
  return answer(async () => dropRoads(await requireActor()));
}

export async function setFirstStepAction(data: unknown): Promise<Result<null>> {
  return runAction(FirstStepInput, data, setFirstStep);
}

export async function tryPriceAction(data: unknown): Promise<Result<TrialPrice>> {
  return runAction(TrialLineInput, data, tryPrice);
}

export async function setBackupPlanAction(data: unknown): Promise<Result<null>> {
  return runAction(BackupPlanInput, data, setBackupPlan);
}

export async function backUpNowAction(): Promise<Result<BackupFile>> {
  return answer(async () => backUpNow(await requireActor()));
}

export async function checkBackupAction(data: unknown): Promise<Awaited<ReturnType<typeof checkBackup>>> {
  return runAction(BackupNameInput, data, checkBackup);
}

export async function checkChainAction(): Promise<Result<readonly string[]>> {
  return answer(async () => checkChain(await requireActor()));
}
