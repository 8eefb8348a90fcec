export type Role = 'proprietor' | 'locksmith' | 'trainee';

interface Presence {
  /** The device or origin it speaks from, as shown in the session list. */
  readonly device: string;
  /** The business time of the call. */
  readonly at: Date;
}

export interface PersonActor extends Presence {
  readonly kind: 'person';
  readonly personId: string;
  readonly role: Role;
  readonly name: string;
  readonly sessionId: string;
}

export interface ProgramActor extends Presence {
  readonly kind: 'program';
  readonly tokenId: string;
  /** Who made the token: a program reads and does what that person would, in that person's name. */
  readonly makerId: string;
  readonly role: Role;
}

/** Who works for the shop. */
export type ShopActor = PersonActor | ProgramActor;

/** Who asks. Every use-case takes one first. */
export type Actor =
  | ShopActor
  | (Presence & { readonly kind: 'customer'; readonly linkId: string })
  | (Presence & { readonly kind: 'system' });

/** The id an audit or history line keeps of an actor; the system has none. */
export function actorId(actor: Actor): string | null {
  switch (actor.kind) {
    case 'person':
      return actor.personId;
    case 'program':
      return actor.tokenId;
    case 'customer':
      return actor.linkId;
    case 'system':
      return null;
  }
}

/** The person in whose name something is done: who does it, or who made the program's token. */
export function inNameOf(actor: ShopActor): string {
  return actor.kind === 'person' ? actor.personId : actor.makerId;
}
