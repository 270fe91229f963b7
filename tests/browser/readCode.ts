import type { Locator, Page } from '@playwright/test';
import jsQR from 'jsqr';
import { PNG } from 'pngjs';

/** What a QR code says in a picture, by a reader that is not ours (jsqr 1.4, ISO/IEC 18004); undefined = it finds none. */
export async function readCode(where: Page | Locator): Promise<string | undefined> {
  const { width, height, data } = PNG.sync.read(await where.screenshot());
  return jsQR(new Uint8ClampedArray(data), width, height)?.data;
}
