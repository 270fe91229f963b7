import type { Node } from './wire';

type MediaFile = NonNullable<Node['image']>;

/** A picture, video or vector animation in its box. */
export interface Media {
  readonly image: MediaFile;
  /** Goes to where it has come after this many ms, and plays on from there. */
  seek(passed: number): void;
  remove(): void;
}

/** Puts stored media into an element, in place of what was there. */
export function mountMedia(element: HTMLElement, image: MediaFile): Media {
  const frame = document.createElement('div');
  frame.style.cssText = 'position:absolute;left:0;top:0;width:100%;height:100%;box-sizing:border-box;overflow:hidden';
  frame.style.borderRadius = `${image.radius}px`;
  if (image.outline) {
    frame.style.border = `${image.outlineWidth}px solid ${image.outline}`;
    frame.style.backgroundColor = image.outline;
  }
  const { shown, seek, stop } = makers[image.kind](image);
  const focus = `${image.focusX * 100}% ${image.focusY * 100}%`;
  const { style } = shown;
  style.cssText = 'position:absolute;left:0;top:0;width:100%;height:100%';
  style.objectFit = image.cover ? 'cover' : 'contain';
  style.objectPosition = focus;
  if (image.zoom !== 1) {
    style.transform = `scale(${image.zoom})`;
    style.transformOrigin = focus;
  }
  frame.append(shown);
  element.replaceChildren(frame);
  return {
    image,
    seek,
    remove() {
      stop();
      frame.remove();
    },
  };
}

interface Made {
  shown: HTMLElement;
  seek(passed: number): void;
  stop(): void;
}

const makers: Record<MediaFile['kind'], (image: MediaFile) => Made> = { still, video, animation };

function addressOf(image: MediaFile): string {
  return `/assets/${image.asset}`;
}

function still(image: MediaFile): Made {
  const shown = document.createElement('img');
  shown.src = addressOf(image);
  shown.alt = '';
  return { shown, seek: () => undefined, stop: () => undefined };
}

function video(image: MediaFile): Made {
  const shown = document.createElement('video');
  shown.muted = true;
  shown.playsInline = true;
  shown.loop = image.loop;
  shown.preload = 'auto';
  shown.src = addressOf(image);
  let started = performance.now();
  const go = (): void => {
    const passed = (performance.now() - started) / 1000;
    const { duration } = shown;
    if (Number.isNaN(duration)) return;
    // A film that does not say how long it is cannot be wound on: it plays from where it is.
    if (Number.isFinite(duration)) shown.currentTime = image.loop ? passed % duration : Math.min(passed, duration);
    if (image.loop || passed < duration) void shown.play().catch(() => undefined);
  };
  shown.addEventListener('loadedmetadata', go);
  return {
    shown,
    seek(passed) {
      started = performance.now() - passed;
      go();
    },
    stop() {
      shown.pause();
      shown.removeAttribute('src');
      shown.load();
    },
  };
}

/** The player of vector animations is large, so it comes only when one is shown. */
function animation(image: MediaFile): Made {
  const shown = document.createElement('div');
  let started = performance.now();
  let stopped = false;
  let player: {
    goToAndPlay(at: number): void;
    goToAndStop(at: number, isFrame: boolean): void;
    destroy(): void;
  } | null = null;
  /** In ms; 0 until its file is there. */
  let length = 0;
  const go = (): void => {
    const passed = performance.now() - started;
    if (length === 0) return;
    if (!image.loop && passed >= length) player?.goToAndStop(Math.max(0, length - 1), false);
    else player?.goToAndPlay(passed % length);
  };
  void import('lottie-web/build/player/lottie_light').then(({ default: lottie }) => {
    if (stopped) return;
    // Kept at once: what is taken away before its file has come is taken away all the same.
    const made = (player = lottie.loadAnimation({
      container: shown,
      renderer: 'svg',
      loop: image.loop,
      autoplay: false,
      path: addressOf(image),
      rendererSettings: { preserveAspectRatio: `xMidYMid ${image.cover ? 'slice' : 'meet'}` },
    }));
    made.addEventListener('DOMLoaded', () => {
      length = made.getDuration(false) * 1000;
      go();
    });
  });
  return {
    shown,
    seek(passed) {
      started = performance.now() - passed;
      go();
    },
    stop() {
      stopped = true;
      player?.destroy();
    },
  };
}
