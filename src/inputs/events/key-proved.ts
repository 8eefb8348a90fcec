import { IsIn, IsUUID, Matches } from 'class-validator';
import { type CheckName, checkForm, type ProofResult, proofResults } from '@/core/prove/checks';
import { instant } from '../fields';

export class KeyProvedContent {
  @IsUUID(undefined, { message: 'Which key?' }) keyId!: string;
  @Matches(checkForm, { message: 'Such as start, remote:lock or blade:boot.' }) check!: CheckName;
  @IsIn(proofResults, { message: 'works or fails.' }) result!: ProofResult;
  @instant('When was it tried?') at!: Date;
}
