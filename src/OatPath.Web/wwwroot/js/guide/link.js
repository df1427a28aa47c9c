// Listens to a device that tells of itself, one JSON object a line (docs/formats.md). The transport here is a channel between two pages
// of this site.
const CHANNEL = 'oatpath-device-1';

export class DeviceLink {
  #channel = null;
  #lastSign = 0;

  /** @param happened takes the kind of an event and what belongs to it */
  constructor(script, happened) {
    this.script = script;
    this.happened = happened;
    this.serials = new Set();
    this.unreadable = 0;
    this.inContact = false;
    try {
      this.#channel = new BroadcastChannel(CHANNEL);
    } catch {
      return;
    }
    this.#channel.addEventListener('message', (event) => this.take(event.data));
    this.say({ do: 'tell' });
  }

  get connected() {
    return this.serials.size > 0;
  }

  /** One line of a device. What cannot be read is counted and changes nothing. */
  take(line) {
    let told;
    try {
      told = JSON.parse(line);
    } catch {
      told = null;
    }
    if (told?.to !== undefined && told?.do !== undefined) return;
    const serial = typeof told?.serial === 'string' && told.serial.length > 0 && told.serial.length <= 64 ? told.serial : null;
    if (told?.v !== 1 || !serial) {
      this.unreadable += 1;
      return;
    }
    if (!this.serials.has(serial) && told.is !== 'off') {
      this.serials.add(serial);
      this.happened('device-on', { item: serial });
    }
    this.#lastSign = performance.now();
    switch (told.is) {
      case 'on':
      case 'steady':
        break;
      case 'off':
        this.inContact = false;
        if (this.serials.delete(serial)) this.happened('device-off', { item: serial });
        break;
      case 'contact':
        if (!this.inContact) {
          this.inContact = true;
          this.happened('contact');
        }
        break;
      case 'lost':
        if (this.inContact) {
          this.inContact = false;
          this.happened('contact-lost');
        }
        break;
      case 'set':
        if (text(told.to)) this.happened('set-to', { item: told.to });
        break;
      case 'gel':
        if (text(told.charge)) this.happened('gel-on', { item: told.charge });
        break;
      case 'battery':
        if (Number.isFinite(told.percent)) this.happened('battery', { value: Math.round(Math.min(100, Math.max(0, told.percent))) });
        break;
      default:
        this.unreadable += 1;
    }
  }

  /** A device that gives steady signs and falls silent has lost contact, whatever it says later. */
  check() {
    const { steadySeconds } = this.script.device;
    if (this.inContact && steadySeconds > 0 && performance.now() - this.#lastSign > steadySeconds * 1500) {
      this.inContact = false;
      this.happened('contact-lost');
    }
  }

  say(what) {
    this.#channel?.postMessage(JSON.stringify({ v: 1, to: 'all', ...what }));
  }
}

const text = (value) => typeof value === 'string' && value.length > 0 && value.length <= 40;
