import { useEffect, useRef, useState } from 'react';
import { Button } from './button.js';
import type { CameraProps } from './camera-props.js';

/** How often a picture of the camera is looked at, ms: several times while a label is held still. */
const EVERY = 160;
/** The same label counts once until another is shown, or it was away for so long, ms. */
const AGAIN = 2500;
/** Pictures are looked at in this width: codes of a hand’s breadth are read, and quickly. */
const WIDTH = 640;

/** Shows what the camera sees, and tells each code that it reads. */
export default function CameraView({ onCode, onClose, lack }: CameraProps) {
  const video = useRef<HTMLVideoElement>(null);
  const tell = useRef(onCode);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    tell.current = onCode;
  }, [onCode]);
  useEffect(() => {
    let stream: MediaStream | null = null;
    let timer: ReturnType<typeof setInterval> | undefined;
    let gone = false;
    const seen = { text: '', at: 0 };
    const start = async () => {
      // Left out where a page is not served securely, whatever its type says.
      const devices = navigator.mediaDevices as MediaDevices | undefined;
      if (!devices) throw new Error('it wants a secure address');
      const [{ default: readQr }, given] = await Promise.all([
        import('jsqr'),
        devices.getUserMedia({ video: { facingMode: 'environment' } }),
      ]);
      stream = given;
      const screen = video.current;
      if (gone || !screen) {
        stop();
        return;
      }
      screen.srcObject = given;
      await screen.play();
      const canvas = document.createElement('canvas');
      const context = canvas.getContext('2d', { willReadFrequently: true });
      timer = setInterval(() => {
        if (!context || screen.videoWidth === 0) return;
        canvas.width = WIDTH;
        canvas.height = Math.round((WIDTH * screen.videoHeight) / screen.videoWidth);
        context.drawImage(screen, 0, 0, canvas.width, canvas.height);
        const { data, width, height } = context.getImageData(0, 0, canvas.width, canvas.height);
        const code = readQr(data, width, height);
        if (!code) return;
        const now = performance.now();
        const isNew = code.data !== seen.text || now - seen.at > AGAIN;
        seen.text = code.data;
        seen.at = now;
        if (isNew) tell.current(code.data);
      }, EVERY);
    };
    const stop = () => {
      clearInterval(timer);
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
    start().catch((error: unknown) => {
      setTrouble(error instanceof Error ? error.message : String(error));
    });
    return () => {
      gone = true;
      stop();
    };
  }, []);
  return (
    <div className="flex items-center gap-3">
      {trouble === null ? (
        <video ref={video} muted playsInline className="h-[150px] w-[200px] bg-key object-cover" aria-label="Camera" />
      ) : (
        <p role="alert" className="max-w-sm font-semibold text-magenta">
          No camera answers ({trouble}). {lack}
        </p>
      )}
      <Button onClick={onClose}>Close the camera</Button>
    </div>
  );
}
