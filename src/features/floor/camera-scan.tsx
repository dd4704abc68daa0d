'use client';

import { ImageUp } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Button } from '@/ui/button';
import { readCode } from './read-code';

interface Props {
  readonly onScanned: (text: string) => void;
  readonly onClose: () => void;
}

/** Pictures are looked at this often; more would only warm the tablet. */
const LOOK_EVERY_MS = 180;
/** Wider pictures are made smaller before they are read: a code does not need more. */
const WIDEST = 1280;

type CameraState = 'opening' | 'looking' | 'none' | 'refused';

/** Reads a code with the camera, or from a photo where there is none that a page may use. */
export default function CameraScan({ onScanned, onClose }: Props) {
  const video = useRef<HTMLVideoElement>(null);
  const [camera, setCamera] = useState<CameraState>('opening');
  const [unread, setUnread] = useState(false);
  const scannedBy = useRef(onScanned);
  scannedBy.current = onScanned;
  useEffect(() => {
    let over = false;
    let stream: MediaStream | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const look = () => {
      if (over || !video.current) return;
      const text = video.current.readyState >= 2 ? readFrom(video.current) : null;
      if (text !== null) return scannedBy.current(text);
      timer = setTimeout(look, LOOK_EVERY_MS);
    };
    const open = async () => {
      // Only pages from this machine or over https may use a camera.
      if (!navigator.mediaDevices?.getUserMedia) return setCamera('none');
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      } catch (error) {
        return setCamera(
          error instanceof DOMException && error.name === 'NotAllowedError' ? 'refused' : 'none',
        );
      }
      if (over || !video.current) return stop(stream);
      video.current.srcObject = stream;
      // A browser may hold playing back until the picture is seen; it is looked at as soon as there is one.
      video.current.play().catch(() => {});
      setCamera('looking');
      look();
    };
    void open();
    return () => {
      over = true;
      clearTimeout(timer);
      stop(stream);
    };
  }, []);
  const readPhoto = async (file: File) => {
    setUnread(false);
    const picture = await createImageBitmap(file).catch(() => null);
    const text = picture && readFrom(picture);
    if (text) onScanned(text);
    else setUnread(true);
  };
  return (
    <section aria-label="Scan with the camera" className="sheet grid gap-3 p-4">
      <p className="text-lg" role="status">
        {WORDS[camera]}
      </p>
      <video
        ref={video}
        muted
        playsInline
        className={`aspect-video w-full max-w-xl rounded-md bg-sunk object-cover ${camera === 'looking' ? '' : 'hidden'}`}
      />
      {unread && (
        <p role="alert" className="text-warn">
          No code was found in that picture. Come closer, hold the label flat, and take it again.
        </p>
      )}
      <div className="flex flex-wrap gap-3">
        <label className="inline-flex min-h-12 cursor-pointer items-center gap-3 rounded-md border border-line-strong bg-sheet px-4 hover:bg-harbour-wash has-focus-visible:outline-3 has-focus-visible:outline-(--focus)">
          <ImageUp size={18} aria-hidden="true" /> From a photo
          <input
            type="file"
            accept="image/*"
            capture="environment"
            aria-label="Photo of a code"
            className="sr-only"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              event.target.value = '';
              if (file) void readPhoto(file);
            }}
          />
        </label>
        <Button onClick={onClose}>Close</Button>
      </div>
    </section>
  );
}

function stop(stream: MediaStream | null): void {
  for (const track of stream?.getTracks() ?? []) track.stop();
}

const WORDS: Readonly<Record<CameraState, string>> = {
  opening: 'Opening the camera …',
  looking: 'Hold the code into the picture.',
  none: 'No camera can be used here. Take a photo of the code instead.',
  refused: 'The camera was not allowed. Allow it in the browser, or take a photo of the code.',
};

function readFrom(picture: HTMLVideoElement | ImageBitmap): string | null {
  const wide = 'videoWidth' in picture ? picture.videoWidth : picture.width;
  const high = 'videoHeight' in picture ? picture.videoHeight : picture.height;
  const scale = Math.min(1, WIDEST / wide);
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(wide * scale);
  canvas.height = Math.round(high * scale);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context || canvas.width === 0 || canvas.height === 0) return null;
  context.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return readCode(context.getImageData(0, 0, canvas.width, canvas.height));
}
