/** The thread that all windows of a browser share: it holds their one stream. */
import { Stream, type Listener } from './stream';

const stream = new Stream((url) => new EventSource(url));

(self as unknown as { onconnect: (e: MessageEvent) => void }).onconnect = (e) => {
  const port = e.ports[0]!;
  const listener: Listener = { hear: (news) => port.postMessage(news) };
  port.onmessage = ({ data }: MessageEvent<{ after: string | null } | 'bye'>) => {
    if (data === 'bye') {
      stream.remove(listener);
      port.close();
    } else stream.add(listener, data.after);
  };
};
