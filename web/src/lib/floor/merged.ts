import * as core from 'bivex-core';
import type { Schemas } from '../api/client';
import type { Waiting } from './line.svelte';

/** A take of the server's, or one that waits on this device. */
export type FloorTake = Schemas['TakeView'] & {
  /** What a take is called here before it is sent; empty for one the server told of. */
  said: string;
  /** Whether it was sent, or waits; empty for one the server told of. */
  state: '' | 'waiting' | 'sent';
};

type Guard = Omit<Schemas['GuardTerms'], 'reference'> & { reference: Schemas['CameraData'] | null };
type Camera = Record<string, unknown>;

/** A setup as the floor shows it: what the server told, and what this device has written since. */
export type FloorSheet = Omit<Schemas['SetupSheet'], 'takes' | 'plates' | 'guards'> & {
  takes: FloorTake[];
  plates: (Schemas['FloorPlate'] & { here: boolean })[];
  guards: Guard[];
  /** The plate to shoot next; null when none is owed. */
  first: Schemas['FloorPlate'] | null;
  cleanSinceTouch: boolean;
  heard: string[];
  /** Struck on this device, and not sent. */
  struckHere: boolean;
};

/** The setup with the shots and plates that were made on this device and are not in it yet. */
function widened(sheet: Schemas['SetupSheet'], fresh: readonly Waiting[]): Schemas['SetupSheet'] {
  const shots = fresh.filter(
    (w) => w.entry.made && w.entry.setup === sheet.setup.id && !sheet.guards.some((g) => g.shot === w.id),
  );
  const guards = [
    ...sheet.guards,
    ...shots.map((w) => ({
      shot: w.id,
      rules: [],
      plates: [],
      backgroundM: 0,
      reference: null as unknown as Schemas['CameraData'],
      referencePlate: '',
    })),
  ];
  const plates = fresh.flatMap((w): Schemas['FloorPlate'][] => {
    const item = w.entry.item;
    const shot = w.entry.shot ?? '';
    if (item?.kind !== 'PLATE' || !guards.some((g) => g.shot === shot)) return [];
    const own = core.ownPlate(item);
    if (sheet.plates.some((p) => p.shot === shot && p.key === own.key)) return [];
    const of = sheet.plates.find((p) => p.shot === shot);
    return [
      {
        shot,
        code: of?.code ?? 'new',
        title: of?.title ?? shots.find((s) => s.id === shot)?.entry.made?.title ?? '',
        ...own,
        label: item.label ?? '',
        wanted: item.words ?? '',
        state: 'OWED',
        reason: w.state === 'sent' ? 'sent' : 'made here, waits to be sent',
        nextTake: 1,
        part: null as unknown as number,
        guide: false,
        asks: null as unknown as Schemas['PlateTerms'],
      },
    ];
  });
  return plates.length + shots.length === 0
    ? sheet
    : { ...sheet, guards, plates: [...sheet.plates, ...plates] };
}

/**
 * Lays what waits on this device over a setup as the server told it. What follows from it is the
 * core's to say; here its words are put into the shape of the server's.
 */
export function merge(
  pack: Schemas['DayPack'],
  told: Schemas['SetupSheet'],
  fresh: readonly Waiting[],
): FloorSheet {
  const sheet = widened(told, fresh);
  const standing = core.merge(
    sheet,
    fresh.map((w) => ({ ...w.entry, id: w.id })),
    pack.rate,
    pack.captureWidth,
    pack.captureHeight,
    pack.sensorWidthMm,
  );
  const mine = fresh.filter((w) => w.entry.setup === sheet.setup.id);
  const takes = standing.takes.flatMap(({ id, call }): FloorTake[] => {
    const told = sheet.takes.find((t) => t.id === id);
    const w = told ? undefined : fresh.find((x) => x.id === id);
    const take = told ? { ...told, said: '', state: '' as const } : w ? written(w, sheet) : null;
    return take
      ? [
          {
            ...take,
            call,
            reason: lastCall(fresh, id)?.reason ?? take.reason,
            reference: standing.references.includes(id),
          },
        ]
      : [];
  });
  const guards = sheet.guards.map((g) => {
    const here = takes.find((t) => t.reference && t.shot === g.shot);
    const gone = sheet.takes.some((t) => t.reference && t.shot === g.shot);
    return here
      ? { ...g, reference: here.camera, referencePlate: here.plate }
      : gone
        ? { ...g, reference: null, referencePlate: '' }
        : g;
  });
  const plates = sheet.plates.map((p, i) => {
    const now = standing.plates[i];
    const state = (now?.state ?? p.state) as typeof p.state;
    return { ...p, state, nextTake: now?.nextTake ?? p.nextTake, here: state !== p.state };
  });
  return {
    ...sheet,
    takes: takes.map((t) =>
      t.state === ''
        ? t
        : {
            ...t,
            findings: held(
              pack,
              { guards, plates },
              t,
              t.camera as Camera,
              core.seconds(t.tcIn, t.tcOut, pack.rate),
              t.reference,
            ),
          },
    ),
    plates,
    guards,
    touches: [
      ...sheet.touches,
      ...mine.flatMap((w) => {
        const kind = pack.touches.find((t) => t.key === w.entry.touch?.kind);
        return w.entry.touch && kind && !sheet.touches.some((t) => t.id === w.id)
          ? [
              {
                id: w.id,
                kind: kind.key,
                words: kind.words,
                remedy: kind.remedy,
                note: w.entry.touch.note ?? '',
                madeAt: w.entry.touch.madeAt ?? w.madeAt,
                loggedBy: w.by,
              },
            ]
          : [];
      }),
    ].sort((a, b) => a.madeAt.localeCompare(b.madeAt)),
    notes: [
      ...sheet.notes,
      ...mine.flatMap((w) =>
        w.entry.note?.kind && !sheet.notes.some((n) => n.id === w.id)
          ? [
              {
                id: w.id,
                kind: w.entry.note.kind,
                item: w.entry.note.item ?? '',
                words: w.entry.note.words ?? '',
                ev: (w.entry.note.ev ?? null) as number,
                kelvin: (w.entry.note.kelvin ?? null) as number,
                madeAt: w.entry.note.madeAt ?? w.madeAt,
                loggedBy: w.by,
              },
            ]
          : [],
      ),
    ],
    last: takes[0]?.camera ?? sheet.last,
    lastRoll: takes[0]?.roll ?? sheet.lastRoll,
    nextIn: standing.nextIn,
    first: plates[standing.first] ?? null,
    cleanSinceTouch: standing.cleanSinceTouch,
    heard: standing.heard,
    struckHere: standing.struck && !sheet.setup.struckAt,
  };
}

const lastCall = (fresh: readonly Waiting[], take: string): Schemas['NewCall'] | undefined =>
  fresh.filter((w) => w.entry.take === take && w.entry.call).at(-1)?.entry.call ?? undefined;

function written(w: Waiting, sheet: Schemas['SetupSheet']): FloorTake | null {
  const t = w.entry.logged;
  if (!t) return null;
  const plate = sheet.plates.find((p) => p.shot === t.shot && p.key === t.plate);
  return {
    id: w.id,
    shot: t.shot ?? '',
    code: plate?.code ?? t.slate ?? '',
    plate: t.plate ?? '',
    plateLabel: plate?.label ?? `loose: ${t.plate ?? ''}`,
    number: t.number ?? 0,
    slate: t.slate ?? '',
    roll: t.roll ?? '',
    tcIn: t.tcIn ?? '',
    tcOut: t.tcOut ?? '',
    frames: 0,
    camera: t.camera as Schemas['CameraData'],
    notRead: t.notRead ?? [],
    parts: t.parts ?? [],
    overruled: t.overruled ?? '',
    note: t.note ?? '',
    madeAt: t.madeAt ?? w.madeAt,
    loggedBy: w.by,
    call: 'NONE',
    reason: '',
    reference: false,
    findings: [],
    corrections: [],
    stills: [],
    said: w.said,
    state: w.state === 'sent' ? 'sent' : 'waiting',
  };
}

/**
 * What camera data have against them on a plate: by themselves, against the plan, against the
 * reference of the set.
 *
 * @param seconds it ran; 0 while that is not known
 * @param alone whether it is the reference itself
 */
export function held(
  pack: Schemas['DayPack'],
  sheet: { guards: Guard[]; plates: Schemas['FloorPlate'][] },
  of: { shot: string; plate: string },
  camera: Camera,
  seconds: number,
  alone: boolean,
): Schemas['Finding'][] {
  const guard = sheet.guards.find((g) => g.shot === of.shot);
  const asks = (key: string) => sheet.plates.find((p) => p.shot === of.shot && p.key === key)?.asks ?? null;
  const inSet = guard?.plates.includes(of.plate) ?? false;
  // What the core refuses to read is refused when it is sent; until then there is nothing to say of it.
  if (!guard || core.fault(camera) !== '') return [];
  return core.guard(
    alone || !inSet || !guard.reference
      ? null
      : { camera: guard.reference as Camera, asks: asks(guard.referencePlate) },
    { camera, asks: asks(of.plate), seconds },
    inSet ? guard.rules.join(',') : '',
    pack.captureWidth,
    pack.captureHeight,
    pack.sensorWidthMm,
    guard.backgroundM,
  );
}
