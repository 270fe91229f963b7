import { StandbyMonitor } from './StandbyMonitor';

/** What would be lit next, in a window of its own. In look first that is the same for all windows. */
export function StandbyPage() {
  return (
    <div className="grid min-h-0 place-items-center bg-pit">
      <h1 className="sr-only">Standby</h1>
      <StandbyMonitor className="max-h-screen" />
    </div>
  );
}
