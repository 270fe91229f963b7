import { useState } from 'react';
import { Route, Switch } from 'wouter';
import { useSkipped } from '../begin/begun';
import { showNow } from '../show/show';
import { later } from '../ui/later';
import { Empty } from '../ui/Page';
import { screens } from '../monitor/screens';
import { confidence } from './places';

const Desk = later(async () => (await import('../desk/DeskPage')).DeskPage);
const Begin = later(async () => (await import('../begin/BeginPage')).BeginPage);

/** The desk; a show without anything begins with questions. */
function Home() {
  const [none] = useState(() => showNow().graphics.length === 0);
  const skipped = useSkipped();
  return none && !skipped ? <Begin /> : <Desk />;
}

const places = {
  '/': Home,
  '/begin': Begin,
  '/graphics/:id?': later(async () => (await import('../graphics/GraphicsPage')).GraphicsPage),
  '/graphics/:id/cards': later(async () => (await import('../graphics/CardTable')).CardTable),
  '/workshop/:id': later(async () => (await import('../workshop/WorkshopPage')).WorkshopPage),
  '/frame': later(async () => (await import('../seats/SeatsPage')).SeatsPage),
  '/feeds/:id?': later(async () => (await import('../feeds/FeedsPage')).FeedsPage),
  '/timers/:id?': later(async () => (await import('../timers/TimersPage')).TimersPage),
  '/labels/:id?': later(async () => (await import('../labels/LabelsPage')).LabelsPage),
  '/adapters/:id?': later(async () => (await import('../labels/AdaptersPage')).AdaptersPage),
  '/alerts/:id?': later(async () => (await import('../alerts/AlertsPage')).AlertsPage),
  '/help/:page?': later(async () => (await import('../help/HelpPage')).HelpPage),
  '/history': later(async () => (await import('../history/HistoryPage')).HistoryPage),
  '/chat': later(async () => (await import('../chat/ChatPage')).ChatPage),
  '/brand': later(async () => (await import('../brand/BrandPage')).BrandPage),
  [screens.air]: later(async () => (await import('../monitor/MonitorPage')).MonitorPage),
  [screens.standby]: later(async () => (await import('../desk/StandbyPage')).StandbyPage),
  [confidence]: later(async () => (await import('../confidence/ConfidencePage')).ConfidencePage),
  '/outputs': later(async () => (await import('../outputs/OutputsPage')).OutputsPage),
};

/** The place at the page's address. */
export function Places() {
  return (
    <Switch>
      {Object.entries(places).map(([path, Place]) => (
        <Route key={path} path={path}>
          <Place />
        </Route>
      ))}
      <Route>
        <Empty title="There is nothing at this address.">Choose a place at the left.</Empty>
      </Route>
    </Switch>
  );
}
