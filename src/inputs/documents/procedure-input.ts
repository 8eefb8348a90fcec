import { IsIn, Length } from 'class-validator';
import type { States } from '@/core/benchcar/document/behaviour';
import { type MethodKind, methodKinds } from '@/core/catalogue/methods';
import type { End, Parameter, Part } from '@/core/procedure/document/procedure';
import { byKind, listOf, orNull, shaped, textsByName } from '../fields';
import { idForm } from './exits';
import { parametersByName } from './parameters';
import { procedureStepInputs } from './procedure-steps';
import { partName } from './steps';

class EndInput {
  @shaped(idForm, 30, 'Expected an id.') id!: string;
  @IsIn(['success', 'stop'], { message: 'Expected success or stop.' }) kind!: End['kind'];
  @Length(1, 200, { message: 'Expected what is said at the end.' }) say!: string;
}

/** The body of a procedure, as a file or a person writes it. */
export class ProcedureInput {
  @Length(1, 300, { message: 'Expected what it is about.' }) about!: string;
  @orNull() @IsIn(methodKinds, { message: 'There is no such way.' }) way!: MethodKind | null;
  @parametersByName() parameters!: Record<string, Parameter>;
  @textsByName(partName, 12, 30, 'Expected parts with their states.') restores!: States;
  @byKind(procedureStepInputs, 80, 'steps') steps!: Part[];
  @listOf(() => EndInput, 12, 'ends') ends!: EndInput[];
}
