import { live } from '../live/live';
import { press } from '../show/air';
import { altKey, register } from '../show/actions';
import { showNow } from '../show/show';

// What a hand does with all alerts, wherever it is.
register(() => {
  const { alerts, alertsNow } = live.getState().ahead;
  const paused = alertsNow.pausedSince != null;
  const isShown = [...live.getState().airings.values()].some((one) => one.origin === 'alert');
  const any = (): boolean => showNow().alertRules.length > 0;
  return [
    {
      id: 'alerts/pause',
      name: paused ? 'Let alerts come' : 'Pause alerts',
      group: 'On air',
      key: altKey('A'),
      when: any,
      run: (how) => void press('alerts', { act: paused ? 'goOn' : 'pause', how }),
    },
    {
      id: 'alerts/skip',
      name: isShown ? 'Skip the alert on air' : 'Drop the next alert',
      group: 'On air',
      key: altKey('S'),
      when: () => any() && (isShown || alerts.length > 0),
      run: (how) => void press('alerts', { act: 'skip', how }),
    },
    {
      id: 'alerts/repeat',
      name: 'Show the last alert again',
      group: 'On air',
      when: () => alertsNow.last != null,
      run: (how) => void press('alerts', { act: 'repeat', how }),
    },
    {
      id: 'alerts/clear',
      name: 'Drop all alerts that wait',
      group: 'On air',
      when: () => alerts.length > 0,
      run: (how) => void press('alerts', { act: 'clear', how }),
    },
  ];
});
