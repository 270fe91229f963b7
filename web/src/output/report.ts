const reportEvery = 10_000;
const counted = 3;
const giveUpAfter = 500;

export interface Report {
  k: 'report';
  w: number;
  h: number;
  fps: number;
  awake: boolean;
}

/** Tells now and then how large the page is, whether it is shown, and how many pictures a second it really draws. */
export function startReports(send: (report: Report) => void): void {
  const report = async (): Promise<void> => {
    const fps = document.visibilityState === 'visible' ? await countFrames() : 0;
    send({ k: 'report', w: window.innerWidth, h: window.innerHeight, fps: Math.round(fps), awake: fps > 0 });
  };
  const loop = (): void => {
    void report().finally(() => setTimeout(loop, reportEvery));
  };
  loop();
  document.addEventListener('visibilitychange', () => void report());
  window.addEventListener('resize', () => void report());
}

/** Only a few frames are timed: counting them always would keep a quiet page busy, and its frames stand in the way of a press. */
function countFrames(): Promise<number> {
  return new Promise((resolve) => {
    let first: number | null = null;
    let frames = 0;
    const giveUp = setTimeout(() => resolve(0), giveUpAfter);
    const step = (time: number): void => {
      first ??= time;
      if (frames++ < counted) {
        requestAnimationFrame(step);
        return;
      }
      clearTimeout(giveUp);
      resolve((counted * 1000) / (time - first));
    };
    requestAnimationFrame(step);
  });
}
