import { describe, expect, it } from 'vitest';
import { linkMessage, messageWith } from './link-message';

const shop = { name: 'Tern Lane Keys', phone: '555-0117', own: ['We come in a blue van.'] };

describe('what a link is sent with', () => {
  it('names the shop, the quote, till when it holds, and whom to ask', () => {
    const message = linkMessage(shop, { quote: 2005, validUntil: '2027-03-17', today: '2027-03-03' });
    expect(messageWith(message, 'https://keys.example/offer/abc').split('\n')).toEqual([
      'Tern Lane Keys: your quote Q-2005, valid until Wed 17 Mar: https://keys.example/offer/abc',
      'It opens on one device only.',
      'We come in a blue van.',
      'Questions: 555-0117',
    ]);
  });

  it('says what the note is, and nothing of a phone that the shop has not named', () => {
    const message = linkMessage({ ...shop, phone: '', own: [] }, 'handover');
    expect(messageWith(message, 'https://keys.example/offer/abc').split('\n')).toEqual([
      'Tern Lane Keys: what was done, and what to know of your keys: https://keys.example/offer/abc',
      'It opens on one device only.',
    ]);
  });
});
