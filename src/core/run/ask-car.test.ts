import { describe, expect, it } from 'vitest';
import { commandNames, commands } from '../authority/commands';
import { progressCodes } from '../benchcar/car/records';
import { type CarStanding, cameOf, isHarmless, nothingSaid } from './ask-car';

const taken = (...tags: number[]) => tags;
const says = (standing: Partial<CarStanding>): CarStanding => ({ ...nothingSaid, ...standing });

describe('a car that is asked what came of a command', () => {
  it('decides nothing by silence: then a person is asked', () => {
    for (const command of commandNames) expect(cameOf(command, taken(), nothingSaid)).toBeUndefined();
  });

  it('has opened a function unless nothing is open in it', () => {
    for (const progress of progressCodes)
      expect(cameOf('begin', taken(), says({ progress }))).toBe(progress === 'idle' ? 'notDone' : 'done');
  });

  it('has erased where it knows no key, and has not where it knows one', () => {
    expect(cameOf('erase', taken(), says({ keyCount: 0 }))).toBe('done');
    expect(cameOf('erase', taken(), says({ keyCount: 1 }))).toBe('notDone');
    // How far its function is says nothing of its keys.
    expect(cameOf('erase', taken(), says({ progress: 'ready' }))).toBeUndefined();
  });

  it('was told to take a key where it awaits one, or took one more than the run knows', () => {
    expect(cameOf('learn', taken(), says({ progress: 'awaitsKey', learned: 0 }))).toBe('done');
    expect(cameOf('learn', taken(3), says({ progress: 'ready', learned: 2 }))).toBe('done');
    expect(cameOf('learn', taken(), says({ progress: 'ready', learned: 0 }))).toBe('notDone');
    // One key of this run, and one that the car took in the function at hand: it may be the same.
    expect(cameOf('learn', taken(3), says({ progress: 'ready', learned: 1 }))).toBeUndefined();
  });

  it('is asked by the chip that was to be written, where one was', () => {
    expect(commands.writeCopy.asked).toBe('chip');
    expect(cameOf('writeCopy', taken(), says({ isBlank: true }))).toBe('notDone');
    expect(cameOf('writeImage', taken(), says({ isBlank: false }))).toBe('done');
  });

  it('lets nothing that erases or writes be told again by a person’s word alone', () => {
    for (const name of commandNames) {
      const { erases, writes } = commands[name];
      if (erases || writes) expect(isHarmless(name)).toBe(false);
    }
    expect(isHarmless('makeRoom')).toBe(false);
    expect(isHarmless('match')).toBe(false);
    expect(isHarmless('identify')).toBe(true);
  });
});
