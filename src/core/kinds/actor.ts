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

/** Who asks. Every use-case takes one first. */
export type Actor =
  | PersonActor
  | (Presence & {
      readonly kind: 'program';
      readonly tokenId: string;
      /** Who made the token: a program reads what that person would. */
      readonly makerId: string;
      readonly role: Role;
    })
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
