import { keep, kept } from '../ui/storage';

/** Milliseconds within which the same note again is one that bounces. */
const BOUNCE = 8;
/** Messages a second that are listened to; a device that sends more is broken. */
const MOST_A_SECOND = 200;

/** Depth of the pedal up to which a hi-hat is wide open; milliseconds from there to closed that make a chick, and in which two are one. */
const OPEN = 16;
const TRODDEN = 60;
const SAME_CHICK = 60;

export const CURVES = ['soft', 'straight', 'hard'] as const;
export type Curve = (typeof CURVES)[number];
/** The same stroke is louder on a soft curve, which is for light hands. */
const EXPONENT: Record<Curve, number> = { soft: 0.6, straight: 1, hard: 1.6 };

export type NoteStruck = { note: number; velocity: number; stamp: number; device: string };
/** A note that a hand stills. */
export type NoteStilled = { stills: number; device: string };

/** What is kept of a device: how it answers to force, and which note strikes which row. */
export type DeviceSet = { curve: Curve; notes: Record<number, string> };
export const deviceSet = (device: string): DeviceSet => ({
  curve: 'straight',
  notes: {},
  ...kept<Partial<DeviceSet>>('setting', `midi ${device}`),
});
export const setDevice = (device: string, set: DeviceSet): void => void keep('setting', `midi ${device}`, set);

/** A velocity on a curve, 1 to 127. */
export const curved = (velocity: number, curve: Curve): number =>
  Math.max(1, Math.min(127, Math.round(127 * (velocity / 127) ** EXPONENT[curve])));

/**
 * Strokes in the messages of one device (MIDI 1.0, Detailed Specification: note-on is 9n, with velocity 0 it is a note-off; An is the
 * pressure on one key; 4 is the foot controller). An open hi-hat whose pedal is down is a closed one. What bounces or comes in a flood is
 * not heard.
 */
export class MidiReader {
  #last = new Map<number, number>();
  #second = { begun: 0, count: 0 };
  #pedal = { down: false, openAt: Number.NEGATIVE_INFINITY, chick: Number.NEGATIVE_INFINITY };

  constructor(private readonly device: string) {}

  read(data: ArrayLike<number>, stamp: number): NoteStruck | NoteStilled | null {
    const [status = 0, one = 0, two = 0] = [data[0], data[1], data[2]];
    if (stamp - this.#second.begun >= 1000) this.#second = { begun: stamp, count: 0 };
    if (++this.#second.count > MOST_A_SECOND) return null;
    const kind = status & 0xf0;
    if (kind === 0xb0 && one === 4) return this.#foot(two, stamp);
    // A hand that grips a cymbal presses its key.
    if (kind === 0xa0 && two >= 64 && one <= 127) return { stills: one, device: this.device };
    if (kind !== 0x90 || two === 0 || one > 127) return null;
    const note = one === OPEN_HAT && this.#pedal.down ? CLOSED_HAT : one;
    // Some modules send the note of a chick as well.
    if (note === PEDAL_HAT && stamp - this.#pedal.chick < SAME_CHICK) return null;
    if (note === PEDAL_HAT) this.#pedal.chick = stamp;
    if (stamp - (this.#last.get(note) ?? Number.NEGATIVE_INFINITY) < BOUNCE) return null;
    this.#last.set(note, stamp);
    return { note, velocity: curved(two, deviceSet(this.device).curve), stamp, device: this.device };
  }

  /** A pedal that is trodden down at once is a chick; one that is pressed slowly only closes. */
  #foot(depth: number, stamp: number): NoteStruck | null {
    const { down, openAt, chick } = this.#pedal;
    this.#pedal.down = depth >= 64;
    if (depth <= OPEN) this.#pedal.openAt = stamp;
    const took = stamp - openAt;
    if (down || !this.#pedal.down || took > TRODDEN || stamp - chick < SAME_CHICK) return null;
    this.#pedal.chick = stamp;
    // The faster the harder.
    const velocity = Math.round(120 - (60 * took) / TRODDEN);
    return { note: PEDAL_HAT, velocity: curved(velocity, deviceSet(this.device).curve), stamp, device: this.device };
  }
}
const [CLOSED_HAT, PEDAL_HAT, OPEN_HAT] = [42, 44, 46];

export type MidiState = { access: 'none' | 'asking' | 'refused' | 'missing' | 'there'; devices: string[]; lost: string | null };

/** The MIDI devices of this computer, as far as the browser lets them be heard. */
export class MidiIn {
  #state: MidiState = { access: 'none', devices: [], lost: null };
  #listeners = new Set<() => void>();
  #readers = new Map<string, MidiReader>();
  /** Told of every stroke, and of every note that is stilled. */
  struck: ((stroke: NoteStruck) => void) | null = null;
  stilled: ((note: NoteStilled) => void) | null = null;

  get state(): MidiState {
    return this.#state;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /** Opens what was allowed before, and asks nobody. */
  async openAllowed(): Promise<void> {
    const permission = await navigator.permissions?.query({ name: 'midi' as PermissionName }).catch(() => null);
    if (permission?.state === 'granted' && this.#state.access === 'none') await this.open();
  }

  /** Asks the browser, which may ask the person. */
  async open(): Promise<void> {
    if (!navigator.requestMIDIAccess) {
      this.#change({ access: 'missing' });
      return;
    }
    this.#change({ access: 'asking' });
    try {
      const access = await navigator.requestMIDIAccess({ sysex: false });
      const look = () => {
        const names = [...access.inputs.values()].filter(({ state }) => state === 'connected').map(({ name, id }) => name ?? id);
        const gone = this.#state.devices.find((name) => !names.includes(name));
        for (const input of access.inputs.values()) this.#listen(input);
        this.#change({ access: 'there', devices: names, lost: gone ?? null });
      };
      access.onstatechange = look;
      look();
    } catch {
      this.#change({ access: 'refused' });
    }
  }

  #listen(input: MIDIInput): void {
    const device = input.name ?? input.id;
    const reader = this.#readers.get(input.id) ?? new MidiReader(device);
    this.#readers.set(input.id, reader);
    input.onmidimessage = ({ data, timeStamp }) => {
      const heard = data && reader.read(data, timeStamp);
      if (heard && 'stills' in heard) this.stilled?.(heard);
      else if (heard) this.struck?.(heard);
    };
  }

  #change(change: Partial<MidiState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
