import { Check, Smartphone, TriangleAlert, X } from 'lucide-react';
import type { Schemas } from '../api/client';
import { useLive } from '../live/live';
import { useNow } from '../live/useNow';
import { clockText, longAgo } from '../show/format';
import { ask } from '../ui/ask';
import { Button } from '../ui/Button';
import { HelpLink } from '../ui/HelpLink';
import { Tick } from '../ui/Tick';
import { network } from './network';

/** The way in for phones: whether there is one, a code that lets one in, and who has it. */
export function PhoneRemote() {
  const now = useLive((live) => live.network);
  if (!now) return null;
  return (
    <li className="stacks grid grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)] gap-8 rounded-[14px] bg-panel p-5">
      <section aria-label="Phone remote" className="grid min-w-0 content-start gap-3">
        <div className="flex items-center gap-1">
          <h2 className="text-sm font-semibold">Phone remote</h2>
          <HelpLink about="outputs#phone-remote" name="Phone remote" />
        </div>
        <p className="text-quiet">
          Big switches on your phone or tablet, and outputs on a second computer, in the network of this one.
        </p>
        <Tick checked={now.isOpen} onChange={(isOpen) => void network.setOpen(isOpen)}>
          Open to the local network
        </Tick>
        {now.trouble && (
          <p className="flex items-start gap-2">
            <TriangleAlert aria-hidden size={16} className="mt-px shrink-0 text-orchid" /> {now.trouble}
          </p>
        )}
        {now.isOpen && (
          <p className="text-quiet">
            It is <b className="font-semibold text-ink">not encrypted</b>: whoever is in the same network could read
            along, and press with what they read. Open it only in a network that you trust, such as your own at home.
          </p>
        )}
        {now.port != null && !now.code && (
          <Button kind="cool" onClick={() => void network.makeCode()} className="justify-self-start">
            <Smartphone aria-hidden size={15} /> Let a phone in
          </Button>
        )}
      </section>
      <section aria-label="Devices" className="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-2">
        {now.port != null && now.code && <WayIn code={now.code} port={now.port} addresses={now.addresses} />}
        <h3 className="text-quiet">Devices that are let in</h3>
        {now.devices.length === 0 && <p>None.</p>}
        {now.devices.map((device) => (
          <DeviceLine key={device.id} device={device} />
        ))}
      </section>
    </li>
  );
}

interface WayInProps {
  code: Schemas['CodeView'];
  port: number;
  /** Of this computer, the likeliest first. */
  addresses: readonly string[];
}

/** What the phone is shown: its camera reads it, or a person types it. */
function WayIn({ code: { digits, until, triesLeft, side, squares }, port, addresses }: WayInProps) {
  const links = addresses.map((address) => `http://${address}:${port}`);
  return (
    <div className="mb-2 flex flex-wrap items-center gap-4 rounded-xl bg-ground p-3">
      <svg
        role="img"
        aria-label="The address and the digits, for the phone’s camera"
        viewBox={`0 0 ${side} ${side}`}
        shapeRendering="crispEdges"
        className="size-36 shrink-0 rounded-lg bg-white"
      >
        <path d={squares} fill="#000" />
      </svg>
      <div className="grid min-w-42 flex-1 justify-items-start gap-2">
        {links.length === 0 ? (
          <p className="flex items-start gap-2">
            <TriangleAlert aria-hidden size={16} className="mt-px shrink-0 text-orchid" />
            This computer is in no network now. Connect it to the one that the phone is in.
          </p>
        ) : (
          <p className="text-quiet">
            Point the phone’s camera at the squares. Or open{' '}
            {links.map((link, at) => (
              <span key={link}>
                {at > 0 && ' or '}
                <code className="text-cool">{link}</code>
              </span>
            ))}{' '}
            in its browser and type
          </p>
        )}
        <p aria-label="The digits" className="text-3xl font-bold tracking-[0.15em] tabular-nums">
          {digits.slice(0, 3)} {digits.slice(3)}
        </p>
        <p className="text-small text-quiet">
          For one device. <Left until={until} />
          {triesLeft < 5 && `, ${triesLeft === 1 ? 'one try' : `${triesLeft} tries`} left`}.
        </p>
        <Button kind="bare" className="-ml-3" onClick={() => void network.dropCode()}>
          Let nobody in
        </Button>
      </div>
    </div>
  );
}

function Left({ until }: { until: number }) {
  const now = useNow();
  return <>It works for {clockText(Math.max(0, until - now))} more</>;
}

function DeviceLine({ device }: { device: Schemas['DeviceView'] }) {
  const now = useNow();
  const turnAway = async (): Promise<void> => {
    const words = 'Its switches go dark at once. To come back it needs a new code.';
    if (await ask({ title: `Turn “${device.name}” away?`, words, yes: 'Turn it away' }))
      await network.turnAway(device.id);
  };
  return (
    <div className="flex items-center gap-2 rounded-lg bg-raised py-1 pr-1 pl-3">
      {device.connected ? (
        <Check aria-hidden size={16} className="shrink-0 text-moss" />
      ) : (
        <Smartphone aria-hidden size={16} className="shrink-0 text-faint" />
      )}
      <span className="min-w-0 flex-1 leading-tight">
        <b className="block truncate font-semibold">{device.name}</b>
        <span className="text-small text-quiet">
          {device.connected ? 'Its remote is open' : 'Not here now'} · let in {longAgo(now - device.since)}
        </span>
      </span>
      <Button kind="bare" aria-label={`Turn ${device.name} away`} title="Turn it away" onClick={() => void turnAway()}>
        <X aria-hidden size={15} />
      </Button>
    </div>
  );
}
