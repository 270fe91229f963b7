/** Two seconds of film, made by this browser itself. */
export async function makeFilm(): Promise<number[]> {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [320, 180];
  const pen = canvas.getContext('2d')!;
  const recorder = new MediaRecorder(canvas.captureStream(30), { mimeType: 'video/webm' });
  const pieces: Blob[] = [];
  recorder.ondataavailable = ({ data }) => pieces.push(data);
  const done = new Promise((resolve) => (recorder.onstop = resolve));
  recorder.start();
  const begun = performance.now();
  await new Promise<void>((resolve) => {
    const draw = (): void => {
      const passed = performance.now() - begun;
      pen.fillStyle = `hsl(${passed / 6}deg 60% 40%)`;
      pen.fillRect(0, 0, 320, 180);
      if (passed < 2000) requestAnimationFrame(draw);
      else resolve();
    };
    draw();
  });
  recorder.stop();
  await done;
  return [...new Uint8Array(await new Blob(pieces).arrayBuffer())];
}
