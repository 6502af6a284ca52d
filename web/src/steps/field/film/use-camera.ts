import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import { choose, deviceChoices } from '../../../parts/device-id.ts';
import { camerasHere, openCamera, openStandIn, STAND_IN, type CameraChoice, type OpenCamera } from './camera.ts';
import { ClipLooker } from './clip-looker.ts';
import { recordedKind, recorderOptions, RollingRecorder, type Recorded } from './rolling-recorder.ts';
import { Sampler } from './sampler.ts';
import type { ClipAnswer } from '../../../workers/clip.worker.ts';

/** How long a camera looks at the light before its exposure is held, in milliseconds. */
const SETTLES = 1500;
/** A film ends by itself after so long, in milliseconds: nobody has stopped it. */
export const LONGEST = 15_000;

/** The camera of this device, as it is shown in `video`, recording all the time. */
export function useCamera(video: RefObject<HTMLVideoElement | null>, standInUrl: string | null) {
  const [cameras, setCameras] = useState<readonly CameraChoice[]>([]);
  const [cameraId, setCameraId] = useState<string | null | undefined>(undefined);
  const [state, setState] = useState<'opening' | 'ready' | 'failed'>('opening');
  const [problem, setProblem] = useState<string | null>(null);
  const [rate, setRate] = useState<number | null>(null);
  const [exposure, setExposure] = useState<'locked' | 'cannot' | null>(null);
  const [size, setSize] = useState<{ readonly width: number; readonly height: number } | null>(null);
  const [filming, setFilming] = useState(false);
  const [again, setAgain] = useState(0);
  const parts = useRef<{ recorder: RollingRecorder; sampler: Sampler; looker: ClipLooker } | null>(null);

  useEffect(() => {
    void deviceChoices().then((kept) => setCameraId(kept.cameraId ?? null));
  }, []);

  useEffect(() => {
    void again;
    if (cameraId === undefined) return;
    let left = false;
    const gone = new AbortController();
    let camera: OpenCamera | null = null;
    let settling: ReturnType<typeof setTimeout> | undefined;
    const open = async (): Promise<void> => {
      setState('opening');
      setRate(null);
      setExposure(null);
      const kind = recordedKind();
      if (!kind)
        throw new Error(
          'This browser cannot record in a form that the bench reads. Use another one, or film with the camera of the phone.',
        );
      const noCamera = cameraId === null && standInUrl !== null && (await camerasHere()).length === 0;
      camera =
        (cameraId === STAND_IN || noCamera) && standInUrl !== null
          ? await openStandIn(standInUrl)
          : await openCamera(cameraId === STAND_IN ? null : cameraId);
      if (left || !video.current) return camera.close();
      const track = camera.stream.getVideoTracks()[0]!;
      track.addEventListener('ended', () => {
        setState('failed');
        setProblem('The camera has stopped: another program has taken it, or the phone has. Open it again.');
      });
      video.current.srcObject = camera.stream;
      const shown = video.current;
      shown.addEventListener('resize', () => setSize({ width: shown.videoWidth, height: shown.videoHeight }), {
        signal: gone.signal,
      });
      await shown.play().catch(() => undefined);
      const { stream, lockExposure } = camera;
      const looker = new ClipLooker();
      const recorder = new RollingRecorder(
        () => new MediaRecorder(stream, recorderOptions(kind, track.getSettings())),
        // What is thrown away has been recorded all the same: its frames are counted.
        ({ film }) => void looker.look(film, null).then((seen) => seen.failed === null && !left && setRate(seen.framesPerSecond)),
      );
      parts.current = { recorder, looker, sampler: new Sampler(video.current) };
      settling = setTimeout(() => void lockExposure().then((how) => !left && setExposure(how)), SETTLES);
      setCameras([...(await camerasHere()), ...(standInUrl === null ? [] : [{ id: STAND_IN, name: 'Simulated camera' }])]);
      // As it is shown: a phone that is held upright turns what its camera gives.
      const { videoWidth, videoHeight } = video.current;
      setSize(videoWidth > 0 ? { width: videoWidth, height: videoHeight } : null);
      setState('ready');
    };
    void open().catch((error: unknown) => {
      if (left) return;
      setState('failed');
      setProblem(error instanceof Error ? error.message : 'The camera cannot be opened.');
    });
    return () => {
      left = true;
      gone.abort();
      clearTimeout(settling);
      parts.current?.recorder.close();
      parts.current?.sampler.close();
      parts.current?.looker.close();
      parts.current = null;
      camera?.close();
    };
  }, [cameraId, again, standInUrl, video]);

  const start = useCallback((): void => {
    parts.current?.recorder.take();
    setFilming(parts.current?.recorder.filming ?? false);
  }, []);
  /** Ends the film of a delivery. */
  const stop = useCallback(async (): Promise<Recorded | null> => {
    const recorded = (await parts.current?.recorder.finish()) ?? null;
    setFilming(false);
    return recorded;
  }, []);
  /** Looks at a film that was just made; null where the camera was closed meanwhile. */
  const look = useCallback(async ({ film, from, to }: Recorded): Promise<ClipAnswer | null> => {
    const at = parts.current;
    return at ? at.looker.look(film, at.sampler.between(from, to)) : null;
  }, []);

  return {
    ...{ cameras, cameraId, state, problem, rate, exposure, filming, start, stop, look },
    size: size && `${size.width}×${size.height}`,
    /** Height of the picture by its width. */
    ratio: size ? size.height / size.width : 9 / 16,
    chooseCamera: (id: string) => {
      setCameraId(id);
      void choose({ cameraId: id });
    },
    openAgain: () => setAgain((n) => n + 1),
  };
}
