import { api, got, type Schemas } from '../api/client';
import { frame } from '../state.svelte';

/** A place of a run: frames of a piece from 0, between two while it plays. */
export type Place = { piece: number; frame: number };

/** Between what it goes over and over. */
export type Marks = { from: Place; to: Place } | null;

/** What a run can do for whoever leads or follows it. */
export type Run = {
  pieces: () => Schemas['RunPiece'][];
  /** The last frame of a piece that is seen. */
  last: (piece: number) => number;
  /** What comes after a piece; null at the end. */
  next: (piece: number) => Place | null;
  where: () => Place;
  seek: (to: Place) => void;
  play: () => void;
  state: () => { playing: boolean; speed: number; again: boolean; marks: Marks };
  set: (speed: number, again: boolean, marks: Marks) => void;
  /** Plays a little faster or slower, 1 for as it is. */
  trim: (by: number) => void;
};

/** Once a second while it plays, and now and then while it stands: who is silent leads no more. */
const BEAT = 1000;
const STANDING = 5;
/** Looks so often whether it is where it should be, ms. */
const LOOKS = 200;
/** Further apart than this it jumps; nearer it plays faster or slower until it is there, s. */
const JUMP = 0.6;
/** A player needs so long until it really plays, s. */
const BEGINS = 0.15;

const flat = (m: NonNullable<Marks>): Schemas['LeadMarks'] => ({
  fromPiece: m.from.piece,
  fromFrame: m.from.frame,
  toPiece: m.to.piece,
  toFrame: m.to.frame,
});
const placed = (m: Schemas['LeadMarks'] | null | undefined): Marks =>
  m ? { from: { piece: m.fromPiece, frame: m.fromFrame }, to: { piece: m.toPiece, frame: m.toFrame } } : null;
const same = (a: Marks, b: Marks): boolean => JSON.stringify(a) === JSON.stringify(b);

/** A viewing on several screens at the same frame: one leads, and says where they are; others follow. */
export class Lead {
  state = $state<Schemas['LeadView'] | null>(null);
  following = $state(false);
  readonly leading = $derived(!!this.state?.person && this.state.person === frame.session?.person);
  readonly other = $derived(this.state?.person && !this.leading ? (this.state.by ?? '') : '');
  /** The server's clock against this one, from the answer that came quickest. */
  private ahead = 0;
  private quickest = Infinity;
  private beats = 0;
  private telling = false;
  private again = false;

  constructor(
    private readonly production: string,
    private readonly viewing: string,
    private readonly run: Run,
  ) {}

  private get path() {
    return { params: { path: { production: this.production, viewing: this.viewing } } };
  }

  private timed<T extends Schemas['LeadView']>(asked: number, v: T): T {
    const took = Date.now() - asked;
    if (took <= this.quickest) {
      this.quickest = took;
      this.ahead = v.now - (asked + took / 2);
    }
    return v;
  }

  /** Asks who leads; says whether this one follows. */
  async ask(): Promise<void> {
    const asked = Date.now();
    const v = await got(
      api.GET('/api/productions/{production}/viewings/{viewing}/lead', {
        params: { ...this.path.params, query: { follows: this.following } },
      }),
    );
    this.heard(this.timed(asked, v));
  }

  async lead(instead: boolean): Promise<void> {
    this.following = false;
    this.run.trim(1);
    try {
      await this.tell({ instead });
    } catch (e) {
      frame.wrong(e);
    }
  }

  async stop(): Promise<void> {
    if (this.leading) await this.tell({ over: true }).catch((e: unknown) => frame.wrong(e));
  }

  private async tell(more: Partial<Schemas['NewLead']>): Promise<void> {
    const asked = Date.now();
    const { playing, speed, again, marks } = this.run.state();
    const v = await got(
      api.POST('/api/productions/{production}/viewings/{viewing}/lead', {
        ...this.path,
        body: {
          ...this.run.where(),
          playing,
          speed,
          again,
          ...(marks ? { marks: flat(marks) } : {}),
          at: Math.round(asked + this.ahead),
          ...more,
        },
      }),
    );
    this.state = this.timed(asked, v);
  }

  /** The leader moved: others hear of it at once, of many moves the last. */
  moved(): void {
    if (!this.leading) return;
    if (this.telling) {
      this.again = true;
      return;
    }
    this.telling = true;
    void this.tell({})
      .catch(() => this.ask())
      .catch(() => undefined)
      .finally(() => {
        this.telling = false;
        if (this.again) {
          this.again = false;
          this.moved();
        }
      });
  }

  follow(): void {
    this.following = true;
    void this.ask().catch((e: unknown) => frame.wrong(e));
  }

  letGo(): void {
    if (!this.following) return;
    this.following = false;
    this.run.trim(1);
    void this.ask().catch(() => undefined);
  }

  /** Something was heard of who leads. */
  heard(v: Schemas['LeadView']): void {
    if (v.viewing !== this.viewing) return;
    // What was on its way longer than what came after it is old.
    if (this.state && v.now < this.state.now) return;
    this.state = v;
    if (!this.other) {
      this.following = false;
      this.run.trim(1);
    }
    if (this.following) this.chase();
  }

  /** Where whoever leads is now. */
  private target(v: Schemas['LeadView']): Place {
    let to: Place = { piece: v.piece, frame: v.frame };
    if (!v.playing) return { piece: v.piece, frame: Math.round(v.frame) };
    let left = Math.max(0, (Date.now() + this.ahead - v.at) / 1000) * v.speed;
    for (;;) {
      const x = this.run.pieces()[to.piece];
      if (!x) return to;
      const here = (this.run.last(to.piece) + 1 - to.frame) / x.rate;
      if (left < here) return { piece: to.piece, frame: to.frame + left * x.rate };
      const next = this.run.next(to.piece);
      if (!next) return { piece: to.piece, frame: this.run.last(to.piece) };
      left -= Math.max(0.001, here);
      to = next;
    }
  }

  /** Seconds from the beginning of the run at speed. */
  private seconds(p: Place): number {
    const all = this.run.pieces();
    return (
      all.slice(0, p.piece).reduce((n, x) => n + x.frames / x.rate, 0) + p.frame / (all[p.piece]?.rate ?? 24)
    );
  }

  /** Goes where whoever leads is. */
  chase(): void {
    const v = this.state;
    if (!v || !this.following) return;
    const is = this.run.state();
    const marks = placed(v.marks);
    if (is.speed !== v.speed || is.again !== v.again || !same(is.marks, marks))
      this.run.set(v.speed, v.again, marks);
    const to = this.target(v);
    const where = this.run.where();
    const off = this.seconds(to) - this.seconds(where);
    const done = v.playing && to.frame >= this.run.last(to.piece);
    if (!v.playing || (done && !this.run.next(to.piece))) {
      this.run.trim(1);
      if (is.playing || where.piece !== to.piece || Math.round(where.frame) !== Math.round(to.frame))
        this.run.seek(to);
    } else if (!is.playing || Math.abs(off) > JUMP) {
      this.run.trim(1);
      const rate = this.run.pieces()[to.piece]?.rate ?? 24;
      this.run.seek({ piece: to.piece, frame: to.frame + BEGINS * v.speed * rate });
      this.run.play();
    } else {
      // Half of what it is off is made good within a second, but never so fast that it is seen.
      this.run.trim(1 + Math.max(-0.12, Math.min(0.12, off / 2 / v.speed)));
    }
  }

  /** Beats while the run is open; what it gives ends it. */
  begin(): () => void {
    void this.ask().catch(() => undefined);
    const look = window.setInterval(() => this.chase(), LOOKS);
    const beat = window.setInterval(() => {
      this.beats++;
      if (this.leading && (this.run.state().playing || this.beats % STANDING === 0)) this.moved();
      else if (this.following && this.beats % STANDING === 0) void this.ask().catch(() => undefined);
    }, BEAT);
    return () => {
      clearInterval(look);
      clearInterval(beat);
      if (this.following) this.letGo();
      void this.stop();
    };
  }
}
