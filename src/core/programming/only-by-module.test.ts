import { expect, it } from 'vitest';
import { onlyByModule } from './only-by-module';
import { key, situation } from './test-keys';
import { method, platform } from './test-platform';

const both = platform({
  methods: [method('onBoard', { knownKeysNeeded: 1 }), method('replace', { article: 'MODULE-1' })],
});

it('is the module where every other way rests on a key that is not here', () => {
  const lost = situation([key(1, { presence: 'lost' })]);
  expect(onlyByModule(both, lost)).toBe('MODULE-1');
  expect(onlyByModule(both, situation([key(1)]))).toBeNull();
  expect(onlyByModule(both, { ...lost, wanted: 0 })).toBeNull();
  expect(onlyByModule(platform(), lost)).toBeNull();
  expect(onlyByModule(platform({ methods: [] }), lost)).toBeNull();
});
