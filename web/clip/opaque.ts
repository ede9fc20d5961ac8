/** Pictures of a clip that may be seen through: a person is found on the colours alone, and the transparency need not be unpacked. */
import { EncodedPacketSink, VideoSample, type InputVideoTrack } from 'mediabunny';
import type { Seconds } from '../../core/geometry.js';

/** So many pictures wait to be decoded at once. */
const AHEAD = 8;

/**
 * The pictures of a part, in their order. Each must be closed by who takes it.
 * @throws Error where the browser cannot unpack them
 */
export async function* opaqueSamples(
  track: InputVideoTrack,
  from: Seconds,
  to: Seconds,
): AsyncGenerator<VideoSample, void, void> {
  const config = await track.getDecoderConfig();
  if (!config) throw new Error('the clip does not say how it is packed');
  const ready: VideoFrame[] = [];
  const state: { failed: Error | null } = { failed: null };
  let wake = (): void => undefined;
  const decoder = new VideoDecoder({
    output(frame) {
      ready.push(frame);
      wake();
    },
    error(problem) {
      state.failed = problem;
      wake();
    },
  });
  const heard = (): Promise<void> => new Promise((resolve) => (wake = resolve));
  const rotation = await track.getRotation();
  const next = (): VideoSample => new VideoSample(ready.shift()!, { rotation });
  try {
    decoder.configure(config);
    const sink = new EncodedPacketSink(track);
    const start = (await sink.getKeyPacket(from)) ?? (await sink.getFirstPacket());
    if (!start) return;
    for await (const packet of sink.packets(start)) {
      if (packet.timestamp > to) break;
      decoder.decode(packet.toEncodedVideoChunk());
      while (ready.length > 0 || decoder.decodeQueueSize > AHEAD) {
        if (state.failed) throw state.failed;
        if (ready.length > 0) yield next();
        else await heard();
      }
    }
    const flushed = decoder.flush().catch((problem: Error) => void (state.failed ??= problem));
    let done = false;
    void flushed.then(() => {
      done = true;
      wake();
    });
    while (!done || ready.length > 0) {
      if (state.failed) throw state.failed;
      if (ready.length > 0) yield next();
      else await heard();
    }
  } finally {
    for (const frame of ready) frame.close();
    if (decoder.state !== 'closed') decoder.close();
  }
}
