import { isOld, renew } from '../live/build';
import { connect, type Message } from '../live/connection';
import { makeClock } from '../live/clock';
import { fromSnap, withChange, type Model } from '../painter/model';
import { mountStage } from '../painter/stage';
import type { Change, Snap } from '../painter/wire';
import { facesReady } from './faces';
import { startReports } from './report';
import { makeSounds } from './sounds';

// The output page: it shows what the server tells it, and nothing else. The token stays in the fragment, which no server log sees.
const canvas = document.getElementById('canvas')!;
const clock = makeClock();
const stage = mountStage(canvas, clock.now);
let model: Model | null = null;
/** Another build of this page that the server serves; null = this one. */
let served: string | null = null;

const connection = connect(clock, {
  hello: { k: 'hello', token: location.hash.slice(1) },
  onMessage(message) {
    void receive(message);
  },
});
const sounds = makeSounds(clock.now);
startReports((report) => connection.send({ ...report, mute: sounds.refused() }));
window.addEventListener('resize', fit);
// Another link pasted into the same page is another output.
window.addEventListener('hashchange', () => location.reload());
if ('serviceWorker' in navigator) void navigator.serviceWorker.register('./sw.js').catch(() => undefined);

async function receive(message: Message): Promise<void> {
  switch (message.k) {
    case 'welcome': {
      const { build } = message as unknown as { build: string };
      served = isOld(build) ? build : null;
      break;
    }
    case 'snap': {
      const snap = message as unknown as Snap;
      model = fromSnap(snap, model);
      fit();
      await facesReady(snap.preload);
      if (!model) break;
      stage.show(model, true);
      painted(model);
      break;
    }
    case 'change':
      if (!model) break;
      model = withChange(model, message as unknown as Change);
      if (!model) {
        connection.send({ k: 'again' });
        break;
      }
      stage.show(model);
      sounds.hear(model);
      painted(model);
      break;
    case 'volume':
      sounds.setVolume((message as unknown as { level: number }).level);
      break;
    case 'gone':
      // The link was replaced: dark at once, and no more tries with it.
      model = null;
      stage.close();
      connection.close();
      break;
  }
}

/** Tells the server what viewers really have before them: the frame after this one shows it. */
function painted({ rev, items }: Model): void {
  // A page of another build loads itself anew, and no viewer sees it.
  if (served && items.size === 0) return renew(served);
  requestAnimationFrame(() => setTimeout(() => connection.send({ k: 'shown', rev })));
}

/** The whole canvas, as large as the page lets it be, in its middle. */
function fit(): void {
  if (!model) return;
  const scale = Math.min(window.innerWidth / model.width, window.innerHeight / model.height);
  // Whole px: what moves by whole px would stand between them.
  const x = Math.round((window.innerWidth - model.width * scale) / 2);
  const y = Math.round((window.innerHeight - model.height * scale) / 2);
  canvas.style.transform = `translate(${x}px,${y}px) scale(${scale})`;
}
