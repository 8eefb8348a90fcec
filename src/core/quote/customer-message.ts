/** What is written between customer and shop on a quote: words, or the customer's wish for another time than the one agreed. */
export const messageKinds = ['words', 'time'] as const;
export type MessageKind = (typeof messageKinds)[number];
