import { IsBoolean, IsIn, IsUUID } from 'class-validator';
import { type LockName, lockNames } from '@/core/catalogue/locks';
import { type LockTried, lockTurns } from '@/core/job/events/log';

export class LockTriedContent {
  @IsUUID(undefined, { message: 'Which blade?' }) cutId!: string;
  @IsIn(lockNames, { message: 'Which lock?' }) lock!: LockName;
  @IsIn(lockTurns, { message: 'bothWays, oneWay or no.' }) turns!: LockTried['turns'];
  @IsBoolean({ message: 'Smooth, yes or no.' }) smooth!: boolean;
}
