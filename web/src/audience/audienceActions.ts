import { live } from '../live/live';
import { press } from '../show/air';
import { altKey, register, type ActionKey } from '../show/actions';
import { showNow } from '../show/show';

const enter: ActionKey = {
  caps: ['↵'],
  reach: 'chat',
  is: (event) =>
    event.key === 'Enter' &&
    !event.ctrlKey &&
    !event.metaKey &&
    !event.altKey &&
    !event.shiftKey &&
    // Enter on a button presses that button.
    !(event.target as HTMLElement).closest('button, a, [role="button"], summary'),
};

// What a hand does with what the audience sent, wherever it is.
register(() => {
  const { chat } = live.getState();
  const next = chat.queue[0];
  return [
    {
      id: 'chat/next',
      name: 'Show the next message',
      group: 'On air',
      key: enter,
      when: () => chat.queue.length > 0,
      run: (how) => void press('chat', { act: 'show', no: next?.no, how }),
    },
    {
      id: 'chat/off',
      name: 'Take the message off',
      group: 'On air',
      when: () => chat.on != null,
      run: (how) => void press('chat', { act: 'takeOff', how }),
    },
    {
      id: 'chat/drop',
      name: 'Drop what comes next from chat',
      group: 'On air',
      key: altKey('D'),
      when: () => chat.ahead.length > 0 || (chat.nextAt != null && chat.queue.length > 0),
      run: (how) =>
        void (chat.ahead[0]
          ? press('chat', { act: 'dropCommand', no: chat.ahead[0].no, how })
          : press('chat', { act: 'drop', no: next?.no, how })),
    },
    {
      id: 'chat/clear',
      name: chat.heldSince == null ? 'Clear what the audience sent' : 'Let the audience come again',
      group: 'On air',
      key: altKey('C'),
      when: () => hasAudience(),
      run: (how) => void (chat.heldSince == null ? press('clearAudience', { how }) : press('letAudience', { how })),
    },
  ];
});

/** Whether anything of an audience may come on air in this show. */
function hasAudience(): boolean {
  const { chatSources, alertRules, chatCommands, chatRules } = showNow();
  return chatSources.length + alertRules.length + chatCommands.length > 0 || chatRules.graphic != null;
}
