import { describe, expect, it } from 'vitest';
import type { Part, Procedure } from '@/core/procedure/document/procedure';
import { kindWords } from '@/core/procedure/document/step-words';
import { readDocument } from '@/inputs/documents/documents';
import { worldProcedures } from '../../../../tests/support/world-procedures';
import { freeId, newPart } from './new-part';
import { layStrip, nodeSize } from './strip-layout';

describe('the strip of a procedure', () => {
  it.each(Object.entries(worldProcedures()))(
    '%s: nothing lies over another, and steps follow each other downwards',
    (_, procedure) => {
      const { nodes, edges, width, height } = layStrip(procedure);
      expect(nodes).toHaveLength(procedure.steps.length + procedure.ends.length);
      for (const [at, one] of nodes.entries()) {
        expect(one.x).toBeLessThanOrEqual(width);
        expect(one.y).toBeLessThanOrEqual(height);
        for (const other of nodes.slice(at + 1)) {
          const apart =
            Math.abs(one.x - other.x) >= nodeSize.width || Math.abs(one.y - other.y) >= nodeSize.height;
          expect([one.id, other.id, apart]).toEqual([one.id, other.id, true]);
        }
      }
      const y = new Map(nodes.map(({ id, y: at }) => [id, at]));
      for (const { from, to } of edges) expect((y.get(from) ?? 0) < (y.get(to) ?? 0)).toBe(true);
    },
  );
});

describe('a fresh step', () => {
  it.each(Object.keys(kindWords) as Part['kind'][])('%s is of the form', (kind) => {
    const part = newPart(kind, 'fresh', 'stopped');
    const procedure: Procedure = {
      about: 'x',
      way: null,
      parameters: {},
      restores: {},
      steps: [part],
      ends: [{ id: 'stopped', kind: 'stop', say: 'x' }],
    };
    expect(readDocument('procedure', JSON.stringify(procedure))).toMatchObject({ ok: true });
  });

  it('has an id of its own', () => {
    expect(freeId('do', [])).toBe('do');
    expect(freeId('do', ['do', 'do-2'])).toBe('do-3');
  });
});
