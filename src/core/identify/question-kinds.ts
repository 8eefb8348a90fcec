import { type TellKind, tellKinds } from './tells';

/** A tell, or one of the two questions about time. */
export type QuestionKind = TellKind | 'modelYear' | 'buildMonth';

export const questionKinds: Readonly<
  Record<
    QuestionKind,
    {
      readonly label: string;
      readonly ask: string;
      readonly how: string;
      readonly seconds: number;
      readonly reliability: number;
    }
  >
> = {
  ...tellKinds,
  modelYear: {
    label: 'Model year',
    ask: 'Which model year do the papers name?',
    how: 'the VIN or the papers',
    seconds: 25,
    reliability: 0.97,
  },
  buildMonth: {
    label: 'Build month',
    ask: 'When was it built?',
    how: 'the sticker on the door',
    seconds: 15,
    reliability: 0.96,
  },
};
