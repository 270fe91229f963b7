import { AirMonitor } from './AirMonitor';

/** What viewers see, in a window of its own. */
export function MonitorPage() {
  return (
    <div className="grid min-h-0 place-items-center bg-pit">
      <h1 className="sr-only">On air</h1>
      <AirMonitor className="max-h-screen" />
    </div>
  );
}
