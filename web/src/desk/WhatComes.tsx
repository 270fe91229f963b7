import { AlertsNow } from './AlertsNow';
import { Coming } from './Coming';
import { ThanksNow } from './ThanksNow';

/** At the end of the strip: whose turn it is among alerts, who is to be thanked, what comes by itself. */
export function WhatComes() {
  return (
    <>
      <AlertsNow />
      <ThanksNow />
      <Coming />
    </>
  );
}
