import { Type } from 'class-transformer';
import { IsIn, IsUUID, ValidateNested } from 'class-validator';
import { type EventContent, type EventKindName, eventKinds } from '@/core/job/events/events';
import { eventContents } from './events/contents';
import { instant, notList, whole } from './fields';

/** The class of a kind's content; a kind that is not known is refused by its own check. */
function contentOf(kind: unknown): new () => object {
  return typeof kind === 'string' && Object.hasOwn(eventContents, kind)
    ? eventContents[kind as EventKindName]
    : eventContents.countRead;
}

/** One event as a device sends it; the same event sent twice changes nothing. */
export class EventInput {
  @IsUUID(undefined, { message: 'An event has an id of its own.' }) id!: string;
  @IsIn(eventKinds, { message: 'This kind of event is not known.' }) kind!: EventKindName;
  @instant('When, by the device?') deviceAt!: Date;
  @whole('Which sequence did the device see?') basedOn!: number;

  @notList('Expected one content.')
  @ValidateNested({ message: 'Expected a content.' })
  @Type((options) => contentOf((options?.object as EventInput | undefined)?.kind))
  content!: EventContent<EventKindName>;
}
