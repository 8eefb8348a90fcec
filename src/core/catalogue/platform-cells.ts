import type { Cells } from './lists/description';
import type { MethodKind } from './methods';
import type { PinSource, Platform, PlatformMethod } from './platform';
import { type WaitEnd, waitsOf } from './wait';

/** A platform from its row of the list and the rows of its ways; the ladder of a pellet is not among them. */
export function platformOf(row: Cells, ways: readonly Cells[]): Platform {
  const name = row.name ?? '';
  return {
    id: name,
    name,
    chipFamily: row.chip_family as Platform['chipFamily'],
    link: row.link as Platform['link'],
    slotsMaximum: Number(row.slots_maximum),
    slotsMinimum: Number(row.slots_minimum),
    count: row.count as Platform['count'],
    remoteLearned: row.remote_learned as Platform['remoteLearned'],
    rank: row.rank as Platform['rank'],
    whenFull: row.when_full as Platform['whenFull'],
    pinSources: wordsOf(row.pin_sources) as PinSource[],
    systemTypes: wordsOf(row.system_types),
    pellet: null,
    methods: ways.filter(({ platform }) => platform === name).map(wayOf),
  };
}

/** A way of a platform from its row. */
export function wayOf(row: Cells): PlatformMethod {
  return {
    kind: row.kind as MethodKind,
    knownKeysNeeded: Number(row.known_keys_needed),
    needsPin: row.needs_pin === 'yes',
    needsTurning: row.needs_turning === 'yes',
    needsTool: row.needs_tool === 'yes',
    needsNetwork: row.needs_network === 'yes',
    others: row.others === 'erase' ? 'erase' : 'keep',
    adapters: (row.adapters ?? '').split('>').flatMap((lead) => lead.trim() || []),
    article: row.article ?? null,
    boardsFrom: row.boards_from ?? null,
    boardsTo: row.boards_to ?? null,
    chance: Number(row.chance),
    waits: waitsOf(
      wordsOf(row.waits_seconds).map(Number),
      wordsOf(row.waits_by) as WaitEnd[],
      wordsOf(row.waits_longest).map(Number),
    ),
    sessionP50Minutes: Number(row.session_p50_minutes),
    keyP50Minutes: Number(row.key_p50_minutes),
    spread: Number(row.spread),
    how: row.how ?? '',
  };
}

function wordsOf(cell: string | undefined): string[] {
  return (cell ?? '').split(' ').filter((word) => word !== '');
}
