'use server';

import type { Correction, Names } from '@/core/identify/line/reading';
import type { KnownCar } from '@/core/job/known-car';
import type { Result } from '@/core/kinds/result';
import { KnownCarsInput, OpenCallInput, PreviewCallInput } from '@/inputs/call-input';
import { AnswerInput } from '@/inputs/identify-input';
import {
  AskBureauInput,
  AuthorityInput,
  BittingInput,
  ChangeCallInput,
  ChangeRingInput,
  ChoiceInput,
  ChooseCandidateInput,
  ChooseRouteInput,
  ChooseVanInput,
  CloseJobInput,
  DangerInput,
  DangerRecordInput,
  DoorNoteInput,
  FactsInput,
  KeepSecretInput,
  NamesInput,
  NetworkInput,
  OfferQuoteInput,
  RefuseInput,
  ReopenJobInput,
  SecondPersonInput,
  WordsInput,
  WriteRemoteInput,
} from '@/inputs/job-inputs';
import { RankInput } from '@/inputs/key-inputs';
import { MakeReceiptInput, TakeBackInput, TakePaymentInput } from '@/inputs/payment-inputs';
import {
  AcceptByPhoneInput,
  AgreePriceInput,
  ComebackInput,
  HandoverLinkInput,
  HandPriceInput,
  LinkInput,
  QuoteTermsInput,
  RevokeLinkInput,
  RivalInput,
  VisitInput,
  WorksInput,
} from '@/inputs/quote-inputs';
import type { Edited } from '@/usecases/editing/edit-job';
import {
  declareDanger,
  endSecond,
  noteDoor,
  recordAuthority,
  recordEmergency,
  refuseJob,
  signInSecond,
} from '@/usecases/jobs/authority';
import {
  answerQuestion,
  changeRing,
  chooseCandidate,
  chooseNetwork,
  chooseRoute,
  chooseVan,
  makeChoice,
  setRank,
} from '@/usecases/jobs/decide';
import { changeCall, openCall } from '@/usecases/jobs/open-job';
import { makeReceipt, takeBack, takePayment } from '@/usecases/jobs/payments';
import { type CallPreview, previewCall } from '@/usecases/jobs/preview-call';
import { closeJob, recordFacts } from '@/usecases/jobs/record';
import { openComeback, reopenJob } from '@/usecases/jobs/reopen';
import { writeRemote } from '@/usecases/jobs/write-remote';
import { acceptByPhone, type MadeLink, makeHandoverLink, makeLink, revokeLink } from '@/usecases/quote/links';
import { offerQuote } from '@/usecases/quote/offer';
import { noteRival } from '@/usecases/quote/rivals';
import { agreePrice, reserveTime, setHandPrice, setTerms, setWorks } from '@/usecases/quote/terms';
import { askBureau } from '@/usecases/secrets/bureau';
import { bittingOfCode, keepSecret } from '@/usecases/secrets/secrets';
import { findKnownCars } from '@/usecases/view/known-cars';
import { correctWords, findNamesFor } from '@/usecases/view/names';
import { runAction } from '../../run-action';

export async function correctWordsAction(
  data: unknown,
): Promise<{ readonly corrections: readonly Correction[]; readonly names: Names }> {
  const found = await runAction(WordsInput, data, correctWords);
  return 'ok' in found ? { corrections: [], names: { makes: [], models: [] } } : found;
}

export async function namesAction(data: unknown): Promise<Names> {
  const found = await runAction(NamesInput, data, findNamesFor);
  return 'ok' in found ? { makes: [], models: [] } : found;
}

export async function previewCallAction(data: unknown): Promise<Result<CallPreview>> {
  return runAction(PreviewCallInput, data, async (actor, input) => ({
    ok: true as const,
    value: await previewCall(actor, input),
  }));
}

export async function knownCarsAction(data: unknown): Promise<readonly KnownCar[]> {
  const found = await runAction(KnownCarsInput, data, findKnownCars);
  return 'ok' in found ? [] : found;
}

export async function openJobAction(data: unknown): Promise<Result<{ number: number }>> {
  return runAction(OpenCallInput, data, openCall);
}

export async function changeCallAction(data: unknown): Promise<Edited> {
  return runAction(ChangeCallInput, data, changeCall);
}

export async function chooseCandidateAction(data: unknown): Promise<Edited> {
  return runAction(ChooseCandidateInput, data, chooseCandidate);
}

export async function answerQuestionAction(data: unknown): Promise<Edited> {
  return runAction(AnswerInput, data, answerQuestion);
}

export async function changeRingAction(data: unknown): Promise<Edited> {
  return runAction(ChangeRingInput, data, changeRing);
}

export async function chooseRouteAction(data: unknown): Promise<Edited> {
  return runAction(ChooseRouteInput, data, chooseRoute);
}

export async function chooseVanAction(data: unknown): Promise<Edited> {
  return runAction(ChooseVanInput, data, chooseVan);
}

export async function chooseNetworkAction(data: unknown): Promise<Edited> {
  return runAction(NetworkInput, data, chooseNetwork);
}

export async function makeChoiceAction(data: unknown): Promise<Edited> {
  return runAction(ChoiceInput, data, makeChoice);
}

export async function setRankAction(data: unknown): Promise<Edited> {
  return runAction(RankInput, data, setRank);
}

export async function setWorksAction(data: unknown): Promise<Edited> {
  return runAction(WorksInput, data, setWorks);
}

export async function setTermsAction(data: unknown): Promise<Edited> {
  return runAction(QuoteTermsInput, data, setTerms);
}

export async function setHandPriceAction(data: unknown): Promise<Edited> {
  return runAction(HandPriceInput, data, setHandPrice);
}

export async function agreePriceAction(data: unknown): Promise<Edited> {
  return runAction(AgreePriceInput, data, agreePrice);
}

export async function reserveTimeAction(data: unknown): Promise<Edited> {
  return runAction(VisitInput, data, reserveTime);
}

export async function noteRivalAction(data: unknown): Promise<Edited> {
  return runAction(RivalInput, data, noteRival);
}

export async function makeLinkAction(data: unknown): Promise<Result<MadeLink>> {
  return runAction(LinkInput, data, makeLink);
}

export async function makeHandoverLinkAction(data: unknown): Promise<Result<MadeLink>> {
  return runAction(HandoverLinkInput, data, makeHandoverLink);
}

export async function revokeLinkAction(data: unknown): Promise<Result<null>> {
  return runAction(RevokeLinkInput, data, revokeLink);
}

export async function acceptByPhoneAction(data: unknown): Promise<Result<{ repeated: boolean }>> {
  return runAction(AcceptByPhoneInput, data, acceptByPhone);
}

export async function offerQuoteAction(data: unknown): Promise<Edited> {
  return runAction(OfferQuoteInput, data, offerQuote);
}

export async function recordAuthorityAction(data: unknown): Promise<Edited> {
  return runAction(AuthorityInput, data, recordAuthority);
}

export async function recordFactsAction(data: unknown): Promise<Edited> {
  return runAction(FactsInput, data, recordFacts);
}

export async function closeJobAction(data: unknown): Promise<Edited> {
  return runAction(CloseJobInput, data, closeJob);
}

export async function refuseJobAction(data: unknown): Promise<Edited> {
  return runAction(RefuseInput, data, refuseJob);
}

export async function noteDoorAction(data: unknown): Promise<Edited> {
  return runAction(DoorNoteInput, data, noteDoor);
}

export async function declareDangerAction(data: unknown): Promise<Result<{ recordBy: Date }>> {
  return runAction(DangerInput, data, declareDanger);
}

export async function recordEmergencyAction(data: unknown): Promise<Edited> {
  return runAction(DangerRecordInput, data, recordEmergency);
}

export async function signInSecondAction(data: unknown): Promise<Result<{ name: string; until: Date }>> {
  return runAction(SecondPersonInput, data, signInSecond);
}

export async function endSecondAction(data: unknown): Promise<Result<null>> {
  return runAction(DangerInput, data, endSecond);
}

export async function keepSecretAction(data: unknown): Promise<Edited> {
  return runAction(KeepSecretInput, data, keepSecret);
}

export async function bittingAction(data: unknown): Promise<Edited> {
  return runAction(BittingInput, data, bittingOfCode);
}

export async function askBureauAction(data: unknown): Promise<Edited> {
  return runAction(AskBureauInput, data, askBureau);
}

export async function writeRemoteAction(data: unknown): Promise<Result<unknown>> {
  return runAction(WriteRemoteInput, data, writeRemote);
}

export async function takePaymentAction(data: unknown): Promise<Result<null>> {
  return runAction(TakePaymentInput, data, takePayment);
}

export async function takeBackAction(data: unknown): Promise<Result<null>> {
  return runAction(TakeBackInput, data, takeBack);
}

export async function makeReceiptAction(data: unknown): Promise<Result<{ receipt: number }>> {
  return runAction(MakeReceiptInput, data, makeReceipt);
}

export async function reopenJobAction(data: unknown): Promise<Result<{ version: number }>> {
  return runAction(ReopenJobInput, data, reopenJob);
}

export async function openComebackAction(data: unknown): Promise<Result<{ number: number }>> {
  return runAction(ComebackInput, data, openComeback);
}
