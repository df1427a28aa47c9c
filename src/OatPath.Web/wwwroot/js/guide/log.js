// What happened, kept on the phone at once and sent to the studio until it says it has it; each event has its own id.
const PREFIX = 'oatpath:session:';

const random = () => [...crypto.getRandomValues(new Uint8Array(9))].map((byte) => byte.toString(36).padStart(2, '0')).join('');

const read = (key) => {
  try {
    return JSON.parse(localStorage.getItem(key));
  } catch {
    return null;
  }
};

export class SessionLog {
  /** @param data what the page was loaded with. */
  constructor(data, clockOf) {
    this.key = PREFIX + data.id;
    this.grant = data.grant;
    this.phone = document.body.dataset.phone;
    // Staff practise without a grant, and always from the beginning.
    try {
      if (!data.grant) localStorage.removeItem(this.key);
    } catch {
      /* a phone that keeps nothing has nothing to forget */
    }
    const saved = read(this.key);
    const fits = saved && (!data.run || saved.run === data.run);
    this.run = fits ? saved.run : (data.run ?? random());
    this.events = [];
    this.kept = new Set(data.events.map((event) => event.id));
    this.onlyHere = false;
    this.merge(data.events);
    if (fits) {
      this.merge(saved.events);
      saved.kept.forEach((id) => this.kept.add(id));
    }
    const last = this.events.reduce((a, b) => (a && a.atMilliseconds >= b.atMilliseconds ? a : b), null);
    const mark = fits ? saved.mark : last ? { elapsed: last.atMilliseconds, wall: last.wallMilliseconds ?? Date.now() } : null;
    this.clock = clockOf(mark);
    // A second tab of the same guide is the same run.
    this.save();
    addEventListener('storage', (event) => {
      if (event.key === this.key) this.merge(read(this.key)?.events ?? []);
    });
  }

  merge(events) {
    const known = new Set(this.events.map((event) => event.id));
    this.events.push(...events.filter((event) => !known.has(event.id)));
  }

  add(kind, more = {}) {
    const event = {
      id: random(),
      atMilliseconds: this.clock.now(),
      kind,
      ...more,
      wallMilliseconds: Date.now(),
      steadyMilliseconds: Math.round(performance.now()),
    };
    this.events.push(event);
    this.save();
    return event;
  }

  save() {
    try {
      this.merge(read(this.key)?.events ?? []);
      localStorage.setItem(
        this.key,
        JSON.stringify({
          run: this.run,
          grant: this.grant,
          phone: this.phone,
          events: this.events,
          kept: [...this.kept],
          mark: this.clock.mark(),
        }),
      );
      this.onlyHere = false;
    } catch {
      this.onlyHere = true;
    }
  }

  get unsent() {
    return this.events.filter((event) => !this.kept.has(event.id));
  }

  /** Sends what the studio does not have yet. */
  async send() {
    const events = this.unsent;
    if (!this.grant || events.length === 0) return { ok: true, status: 0 };
    const response = await post({ grant: this.grant, run: this.run, elapsedMilliseconds: this.clock.now(), events });
    if (!response.ok) return response;
    response.body.kept.forEach((id) => this.kept.add(id));
    this.clock.atLeast(response.body.elapsedMilliseconds);
    this.save();
    return response;
  }
}

async function post(body) {
  try {
    const answer = await fetch('/my/session', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
      keepalive: true,
      cache: 'no-store',
    });
    return { ok: answer.ok, status: answer.status, body: answer.headers.get('content-type')?.includes('json') ? await answer.json() : {} };
  } catch {
    return { ok: false, status: 0, body: {} };
  }
}

/** A guide that the studio has whole is asked for there; so long it stays here for a page that is still open. */
const KEPT_FOR = 86_400_000;

/**
 * Sends what an earlier guide could not, from any page of the client's phone; only what was kept under the same link. What the studio has
 * whole is dropped after a day.
 */
export async function sendWaiting(phone) {
  for (const key of Object.keys(localStorage).filter((each) => each.startsWith(PREFIX))) {
    const saved = read(key);
    if (!saved || (Date.now() - saved.mark.wall > KEPT_FOR && saved.events.every((event) => saved.kept.includes(event.id)))) {
      localStorage.removeItem(key);
      continue;
    }

    const events = saved.events.filter((event) => !saved.kept.includes(event.id));
    if (saved.grant && saved.phone === phone && events.length > 0) {
      const elapsed = saved.mark.elapsed + Math.max(0, Date.now() - saved.mark.wall);
      const answer = await post({ grant: saved.grant, run: saved.run, elapsedMilliseconds: elapsed, events });
      if (answer.ok) localStorage.setItem(key, JSON.stringify({ ...saved, kept: [...saved.kept, ...answer.body.kept] }));
    }
  }
}
