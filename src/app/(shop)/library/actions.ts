'use server';

import type { Result } from '@/core/kinds/result';
import {
  HeaderInput,
  RemoveRowInput,
  SaveRowInput,
  SettleConflictInput,
  SettleMarkInput,
  UndoChangeInput,
} from '@/inputs/library-inputs';
import { removeRow, type SavedRow, saveRow, undoChange } from '@/usecases/library/edit-library';
import { type FileHeader, readHeader } from '@/usecases/library/read-header';
import { settleRunMark } from '@/usecases/library/run-marks';
import { settle } from '@/usecases/library/settle';
import { runAction } from '../../run-action';

export async function readHeaderAction(data: unknown): Promise<Result<FileHeader>> {
  return runAction(HeaderInput, data, readHeader);
}

export async function saveRowAction(data: unknown): Promise<SavedRow> {
  return runAction(SaveRowInput, data, saveRow);
}

export async function removeRowAction(data: unknown): Promise<SavedRow> {
  return runAction(RemoveRowInput, data, removeRow);
}

export async function undoChangeAction(data: unknown): Promise<SavedRow> {
  return runAction(UndoChangeInput, data, undoChange);
}

export async function settleAction(data: unknown): Promise<SavedRow> {
  return runAction(SettleConflictInput, data, settle);
}

export async function settleMarkAction(data: unknown): Promise<Result<null>> {
  return runAction(SettleMarkInput, data, settleRunMark);
}
