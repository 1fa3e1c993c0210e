import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import type { Waiting } from './line.svelte';
import { merge } from './merged';

const CAMERA = { iso: 400, rate: '24', whiteAuto: false } as unknown as Schemas['CameraData'];

const plate = (key: string, nextTake: number): Schemas['FloorPlate'] =>
  ({
    shot: 's',
    code: 'KT_014_010',
    key,
    label: key,
    state: 'OWED',
    reason: 'not shot',
    nextTake,
  }) as Schemas['FloorPlate'];

const SHEET = {
  setup: { id: 'setup', struckAt: null },
  plates: [plate('plate:performance-1', 2), plate('plate:clean', 1)],
  takes: [
    {
      id: 'told',
      shot: 's',
      code: 'KT_014_010',
      plate: 'plate:performance-1',
      plateLabel: 'Performance 1',
      number: 1,
      roll: 'A001',
      tcIn: '01:00:00:00',
      tcOut: '01:00:09:23',
      camera: CAMERA,
      call: 'NONE',
      reason: '',
      reference: true,
      madeAt: '2031-05-01T08:00:00Z',
      findings: [],
      stills: [],
    },
  ],
  touches: [],
  notes: [],
  guards: [
    {
      shot: 's',
      rules: ['SAME', 'HELD'],
      plates: ['plate:performance-1', 'plate:clean'],
      backgroundM: 0,
      reference: CAMERA,
    },
  ],
  beforeStrike: [],
  last: CAMERA,
  lastRoll: 'A001',
  nextIn: '01:00:10:00',
} as unknown as Schemas['SetupSheet'];

const PACK = {
  rate: '24',
  captureWidth: 3840,
  captureHeight: 2160,
  sensorWidthMm: 36,
  touches: [{ key: 'LEGS', words: 'legs or head', remedy: 'shoot the clean plate again' }],
} as unknown as Schemas['DayPack'];

let written = 0;
function entry(of: Schemas['NewEntry'], said = ''): Waiting {
  written += 1;
  return {
    id: `w${written}`,
    production: 'p',
    person: 'me',
    by: 'Mara',
    madeAt: `2031-05-01T09:00:${String(written).padStart(2, '0')}Z`,
    said,
    entry: of,
    state: 'waiting',
    words: '',
  };
}
const logged = (key: string, number: number, iso: number): Waiting =>
  entry(
    {
      logged: {
        shot: 's',
        setup: 'setup',
        plate: key,
        number,
        slate: 'KT_014_010',
        roll: 'A002',
        tcIn: '01:00:10:00',
        tcOut: '01:00:20:00',
        camera: { ...CAMERA, iso },
        madeAt: `2031-05-01T09:00:${String(written + 1).padStart(2, '0')}Z`,
      },
    },
    `${key}, take ${number}`,
  );

describe('the floor with what waits on this device', () => {
  it('is the server’s sheet when nothing waits', () => {
    const now = merge(PACK, SHEET, []);
    expect(now.takes.map((t) => [t.id, t.state, t.reference])).toEqual([['told', '', true]]);
    expect(now.nextIn).toBe('01:00:10:00');
    expect(now.plates.map((p) => [p.state, p.nextTake, p.here])).toEqual([
      ['OWED', 2, false],
      ['OWED', 1, false],
    ]);
    expect(now.first?.key).toBe('plate:clean');
    expect(now.struckHere).toBe(false);
  });

  it('has the shots and plates that were made here, until the server tells of them', () => {
    const shot = entry({ setup: 'setup', made: { title: 'Her hand' } });
    const item = (of: string, id: string): Waiting =>
      entry({ shot: of, item: { id, kind: 'PLATE', label: 'Hand alone', words: '', values: { takes: 2 } } });
    const own = item(shot.id, 'ab12');
    const now = merge(PACK, SHEET, [shot, own, item('elsewhere', 'cd34'), item('s', 'ef56')]);
    expect(now.plates.map((p) => [p.shot, p.key, p.state])).toEqual([
      ['s', 'plate:performance-1', 'OWED'],
      ['s', 'plate:clean', 'OWED'],
      [shot.id, 'plate:own/ab12', 'OWED'],
      ['s', 'plate:own/ef56', 'OWED'],
    ]);
    expect(now.plates[2]).toMatchObject({ takes: 2, seconds: 10, title: 'Her hand' });
    expect(now.guards.map((g) => g.shot)).toEqual(['s', shot.id]);
    const take = entry({
      logged: { shot: shot.id, setup: 'setup', plate: 'plate:own/ab12', number: 1, camera: CAMERA },
    });
    expect(merge(PACK, SHEET, [shot, own, take]).plates[2]?.nextTake).toBe(2);
    const told = { ...SHEET, plates: [...SHEET.plates, plate('plate:own/ef56', 1)] };
    expect(merge(PACK, told, [item('s', 'ef56')]).plates).toHaveLength(3);
  });

  it('shows a take that waits first, with what it has against the reference', () => {
    const take = logged('plate:clean', 1, 800);
    const now = merge(PACK, SHEET, [take]);
    expect(now.takes[0]).toMatchObject({ id: take.id, state: 'waiting', roll: 'A002', number: 1 });
    expect(now.takes[0]?.findings.map((f) => f.property)).toContain('iso');
    expect(now.lastRoll).toBe('A002');
    expect(now.nextIn).toBe('01:00:20:01');
    expect(now.plates[1]?.nextTake).toBe(2);
  });

  it('is not taken down by one entry that cannot be read', () => {
    const bad = logged('plate:clean', 1, 5);
    const now = merge(PACK, SHEET, [bad]);
    expect(now.takes.map((t) => t.id)).toEqual([bad.id, 'told']);
    expect(now.takes[0]?.findings).toEqual([]);
  });

  it('counts what is picked here, and takes it back when it is put back', () => {
    const take = logged('plate:clean', 1, 400);
    const pick = entry({ take: take.id, call: { call: 'PICK' } });
    const picked = merge(PACK, SHEET, [take, pick]);
    expect(picked.plates[1]).toMatchObject({ state: 'IN_HAND', here: true });
    // A picked take is the reference, whatever was shot before it.
    expect(picked.takes.filter((t) => t.reference).map((t) => t.id)).toEqual([take.id]);
    const back = entry({ take: take.id, call: { call: 'NO_GOOD', reason: 'a fly' } });
    const put = merge(PACK, SHEET, [take, pick, back]);
    expect(put.plates[1]).toMatchObject({ state: 'OWED', here: false });
    expect(put.takes[0]).toMatchObject({ call: 'NO_GOOD', reason: 'a fly' });
  });

  it('has touches, notes and the strike in it, each once', () => {
    const touch = entry({ setup: 'setup', touch: { kind: 'LEGS', note: 'bumped' } });
    const note = entry({ setup: 'setup', note: { kind: 'SOUND', item: 'ROOM' } });
    const elsewhere = entry({ setup: 'other', strike: [] });
    const now = merge(PACK, SHEET, [touch, note, elsewhere]);
    expect(now.touches).toMatchObject([{ words: 'legs or head', note: 'bumped' }]);
    expect(now.heard).toEqual(['ROOM']);
    expect(now.struckHere).toBe(false);
    const told = {
      ...SHEET,
      touches: [{ id: touch.id, kind: 'LEGS', words: 'legs or head', madeAt: touch.madeAt }],
    } as unknown as Schemas['SetupSheet'];
    const strike = entry({ setup: 'setup', strike: [] });
    const sent = merge(PACK, told, [touch, strike]);
    expect(sent.touches).toHaveLength(1);
    expect(sent.struckHere).toBe(true);
  });
});
