import classes from './TransportBar.module.css';

/**
 * About loudness and hearing. Recommended limits: NIOSH publication 98-126, 85 dB(A) for eight hours
 * and half the time for every 3 dB more.
 */
export const Hearing = () => (
  <div className={classes.hearing}>
    <p>
      The click starts low every time and is limited, but what reaches your ear depends on what
      follows. Set it just loud enough, with ear protection in.
    </p>
    <p>
      Recommended daily limit at the ear (NIOSH 98-126): 85 dB(A) for 8 hours, 88 for 4 hours, 94
      for 1 hour, 100 for 15 minutes. Only a measurement at the ear tells.
    </p>
    <p>Local rules come first. With ringing or dull hearing, stop and see an audiologist.</p>
  </div>
);
