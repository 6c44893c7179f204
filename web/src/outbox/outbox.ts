import type { Change } from "../rod/changes";

/* The outbox: every edit waits here until the server has said what became of it. It is kept in the
   browser, sent in order, rod by rod, and sent again whenever an answer is lost: its id makes that
   harmless. What the server will not have is set aside and stays on the screen until the builder has
   dealt with it. Nothing leaves in any other way. */

/** An edit that waits: which rod, made by which window, in which order. */
export interface Waiting {
  rod: string;
  client: string;
  n: number;
  change: Change;
  /** The field it was typed in, and the text, to be put back when it is refused. */
  typed?: { path: string; text: string };
  /** Why it will not be sent any more; it stands on the screen as unsent. */
  aside?: Aside;
}

export interface Aside {
  why: "refused" | "asked" | "fault";
  says: string;
  errors: { field: string; message: string }[];
  asked: { at: string[]; theirs: unknown }[];
}

export interface Outcome extends Omit<Aside, "why"> {
  id: string;
  outcome: "kept" | "refused" | "asked";
}

/** Where waiting edits outlive the page. */
export interface Keeping {
  all: () => Promise<Waiting[]>;
  put: (edit: Waiting) => Promise<void>;
  remove: (id: string) => Promise<void>;
}

/** The way to the server. Throws Away when there is no answer, Fault when there is a bad one. */
export type Send<State> = (
  rod: string,
  client: string,
  changes: Change[],
) => Promise<{ state: State; outcomes: Outcome[] }>;

/** The server did not answer. */
export class Away extends Error {}

/** The server answered that it cannot take this request; `lasting` says that asking again is no use. */
export class Fault extends Error {
  constructor(
    message: string,
    readonly lasting: boolean,
  ) {
    super(message);
  }
}

export type Status = "kept" | "sending" | "away";

interface Heard<State> {
  /** The server took changes of a rod, and this is how it stands now. */
  answered: (rod: string, state: State) => void;
  /** What waits or was set aside has changed. */
  changed: () => void;
}

interface Options {
  most?: number;
  tries?: number;
  pause?: (attempt: number) => Promise<void>;
  /** Only one window of a browser sends at a time. */
  alone?: <T>(work: () => Promise<T>) => Promise<T>;
}

const nap = (attempt: number) =>
  new Promise<void>((done) => setTimeout(done, Math.min(1000 * 1.5 ** attempt, 15_000)));

export class Outbox<State> {
  private edits: Waiting[] = [];
  private counter = 0;
  private busy = false;
  private idle: Promise<void> = Promise.resolve();
  private readonly single = new Set<string>();
  private readonly most: number;
  private readonly tries: number;
  private readonly pause: (attempt: number) => Promise<void>;
  private readonly alone: <T>(work: () => Promise<T>) => Promise<T>;
  status: Status = "kept";
  /** Whether it is known what an earlier page left: until then nothing is called kept. */
  woken = false;
  /** Set when the browser would not keep an edit: closing the window now would lose it. */
  unkept = false;

  constructor(
    private readonly keeping: Keeping,
    private readonly send: Send<State>,
    private readonly heard: Heard<State>,
    { most = 20, tries = 3, pause = nap, alone = (work) => work() }: Options = {},
  ) {
    this.most = most;
    this.tries = tries;
    this.pause = pause;
    this.alone = alone;
  }

  /** Take up what an earlier page left, and send it. */
  async wake(): Promise<void> {
    try {
      const left = await this.keeping.all();
      const have = new Set(this.edits.map((e) => e.change.id));
      this.edits = [...left.filter((e) => !have.has(e.change.id)), ...this.edits];
      this.edits.sort((a, b) => a.n - b.n);
      this.counter = Math.max(this.counter, ...this.edits.map((e) => e.n + 1), 0);
    } catch {
      this.unkept = true;
    }
    this.woken = true;
    this.heard.changed();
    await this.pump();
  }

  /** An edit is made: it is on the screen, in the browser, and on its way. */
  async add(edit: Omit<Waiting, "n">): Promise<void> {
    const waiting = { ...edit, n: Math.max(this.counter, Date.now()) };
    this.counter = waiting.n + 1;
    this.edits.push(waiting);
    this.heard.changed();
    await this.keep(waiting);
    await this.pump();
  }

  /** Edits of a rod that the server has not answered yet, in order. */
  waiting(rod: string): Waiting[] {
    return this.edits.filter((e) => e.rod === rod && !e.aside);
  }

  /** Edits the server would not have. */
  setAside(rod?: string): Waiting[] {
    return this.edits.filter((e) => e.aside && (rod === undefined || e.rod === rod));
  }

  /** The builder has dealt with an edit that was set aside. */
  async dismiss(id: string): Promise<void> {
    this.edits = this.edits.filter((e) => !(e.change.id === id && e.aside));
    this.heard.changed();
    await this.forget(id);
  }

  /** Send what waits until nothing does. */
  pump(): Promise<void> {
    if (!this.busy) {
      this.busy = true;
      this.idle = this.run();
    }
    return this.idle;
  }

  private async run(): Promise<void> {
    try {
      await this.sendAll();
      this.become(this.busy ? this.status : "kept");
    } catch (error) {
      this.busy = false;
      throw error;
    }
  }

  private async sendAll(): Promise<void> {
    let attempt = 0;
    for (;;) {
      const next = this.batch();
      if (!next.length) {
        this.busy = false; // at one with the last look: an edit made from here on starts anew
        return;
      }
      this.become(this.status === "away" ? "away" : "sending");
      try {
        await this.alone(() => this.deliver(next));
        attempt = 0;
      } catch (error) {
        if (error instanceof Fault && (error.lasting || attempt + 1 >= this.tries)) {
          if (next.length > 1) {
            /* One at a time from here, so that only what is at fault is set aside. */
            next.forEach((e) => this.single.add(e.change.id));
            attempt = 0;
            continue;
          }
          await this.aside(next[0]!, fault(error.message));
          attempt = 0;
          continue;
        }
        attempt += 1;
        if (!(error instanceof Fault) && !(error instanceof Away)) throw error;
        this.become("away");
        await this.pause(attempt);
      }
    }
  }

  /** The next edits to send: of one rod and one window, oldest first; one alone after a fault. */
  private batch(): Waiting[] {
    const first = this.edits.find((e) => !e.aside);
    if (!first) return [];
    const most = this.single.has(first.change.id) ? 1 : this.most;
    const out: Waiting[] = [];
    for (const e of this.edits) {
      if (e.aside || e.rod !== first.rod) continue;
      if (e.client !== first.client || out.length >= most) break;
      out.push(e);
    }
    return out;
  }

  private async deliver(batch: Waiting[]): Promise<void> {
    const { rod, client } = batch[0]!;
    const { state, outcomes } = await this.send(
      rod,
      client,
      batch.map((e) => e.change),
    );
    const said = new Map(outcomes.map((o) => [o.id, o]));
    const kept: string[] = [];
    for (const edit of batch) {
      const outcome = said.get(edit.change.id);
      if (!outcome) continue;
      if (outcome.outcome === "kept") kept.push(edit.change.id);
      else await this.aside(edit, { ...outcome, why: outcome.outcome });
    }
    if (said.size === 0) throw new Away();
    const gone = new Set(kept);
    this.edits = this.edits.filter((e) => !gone.has(e.change.id));
    this.heard.answered(rod, state);
    this.heard.changed();
    for (const id of kept) await this.forget(id);
  }

  private async aside(edit: Waiting, aside: Aside): Promise<void> {
    const { why, says, errors, asked } = aside;
    const set: Waiting = { ...edit, aside: { why, says, errors, asked } };
    this.edits = this.edits.map((e) => (e.change.id === edit.change.id ? set : e));
    this.heard.changed();
    await this.keep(set);
  }

  private async keep(edit: Waiting): Promise<void> {
    try {
      await this.keeping.put(edit);
    } catch {
      this.unkept = true;
      this.heard.changed();
    }
  }

  private async forget(id: string): Promise<void> {
    try {
      await this.keeping.remove(id);
    } catch {
      /* It stays in the browser and is sent once more: its id makes that harmless. */
    }
    if (!this.edits.length && this.unkept) {
      this.unkept = false;
      this.heard.changed();
    }
  }

  private become(status: Status): void {
    if (this.status === status) return;
    this.status = status;
    this.heard.changed();
  }
}

const fault = (says: string): Aside => ({ why: "fault", says, errors: [], asked: [] });
