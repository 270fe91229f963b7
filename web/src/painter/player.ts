import { gainFor, rate } from './loudness';

/** No sound lasts longer, in s. */
const longest = 5;

/** So long a sound takes to fade where it ends or is cut off, in s. */
const fade = 0.15;

/** A browser that does not let a page sound never answers: so long it is waited for, in ms. */
const patience = 500;

export interface Player {
  /** Plays a file's first seconds, as loud as all others. Returns what ends it before. */
  play(url: string, level: number): () => void;
  /** Whether the browser did not let it. */
  refused(): boolean;
}

/** A file, and by how much it is made louder. */
interface Known {
  buffer: AudioBuffer;
  gain: number;
}

/** Plays sounds, all of one loudness whatever their files are like. */
export function makePlayer(): Player {
  let refused = false;
  let context: AudioContext | null = null;
  /** How many play, or are about to: while none is, the browser keeps no sound running. */
  let playing = 0;
  const known = new Map<string, Promise<Known>>();

  const fetched = (url: string, audio: AudioContext): Promise<Known> => {
    let one = known.get(url);
    if (!one) {
      one = measured(url, audio);
      known.set(url, one);
      // What could not be read is asked for again the next time.
      one.catch(() => known.delete(url));
    }
    return one;
  };

  return {
    play(url, level) {
      let over = false;
      let end = (): void => void (over = true);
      const audio = (context ??= new AudioContext({ sampleRate: rate }));
      playing++;
      const done = (): void => {
        if (--playing === 0) void audio.suspend();
      };
      const begin = async (): Promise<void> => {
        const [sound] = await Promise.all([fetched(url, audio), resumed(audio)]);
        refused = audio.state !== 'running';
        if (over || refused) done();
        else end = started(audio, sound, level, done);
      };
      begin().catch(() => {
        refused = true;
        done();
      });
      return () => {
        end();
        end = () => undefined;
      };
    },
    refused: () => refused,
  };
}

function started(audio: AudioContext, { buffer, gain }: Known, level: number, onOver: () => void): () => void {
  const loud = level * gain;
  const knob = audio.createGain();
  const source = audio.createBufferSource();
  source.buffer = buffer;
  source.connect(knob).connect(audio.destination);
  knob.gain.setValueAtTime(loud, audio.currentTime);
  source.onended = onOver;
  source.start();
  const endAt = (time: number): void => {
    knob.gain.cancelScheduledValues(audio.currentTime);
    knob.gain.setValueAtTime(loud, Math.max(audio.currentTime, time - fade));
    knob.gain.linearRampToValueAtTime(0, time);
    source.stop(time);
  };
  endAt(audio.currentTime + buffer.duration);
  return () => endAt(Math.min(audio.currentTime + fade, audio.currentTime + buffer.duration));
}

/** As far as it is heard. */
async function measured(url: string, audio: AudioContext): Promise<Known> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(`${url}: ${answer.status}`);
  const whole = await audio.decodeAudioData(await answer.arrayBuffer());
  const channels = Array.from({ length: whole.numberOfChannels }, (_, at) =>
    whole.getChannelData(at).subarray(0, longest * rate),
  );
  const buffer = audio.createBuffer(whole.numberOfChannels, channels[0]!.length, rate);
  channels.forEach((samples, at) => buffer.copyToChannel(samples, at));
  return { buffer, gain: gainFor(channels) };
}

async function resumed(audio: AudioContext): Promise<void> {
  await Promise.race([audio.resume(), new Promise<void>((done) => setTimeout(done, patience))]);
}
