import { ThanksNow } from '../show/ThanksNow';
import { AlertsNow } from './AlertsNow';
import { ChatNow } from './ChatNow';
import { Coming } from './Coming';

/** At the end of the strip: whose turn it is among alerts, who is to be thanked, what comes by itself. */
export function WhatComes() {
  return (
    <>
      <ChatNow />
      <AlertsNow />
      <ThanksNow />
      <Coming />
    </>
  );
}
