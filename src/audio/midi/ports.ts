import type { Port } from './port';
import { simulatedDevice } from './simulated';

/** The simulated machine, and those that the browser finds, where it may look for any. */
export const findPorts = async (): Promise<Port[]> => {
  if (!('requestMIDIAccess' in navigator)) return [simulatedDevice];
  try {
    const access = await navigator.requestMIDIAccess();
    return [
      simulatedDevice,
      ...[...access.outputs.values()].map((output) => portOf(access, output)),
    ];
  } catch {
    // It was not allowed to: the simulated one is there all the same.
    return [simulatedDevice];
  }
};

const portOf = (access: MIDIAccess, output: MIDIOutput): Port => ({
  id: output.id,
  name: output.name ?? 'MIDI device',
  send: (bytes, at) => output.send([...bytes], at),
  listen: (heard) => {
    const inputs = [...access.inputs.values()].filter(({ name }) => name === output.name);
    const take = ({ data, timeStamp }: MIDIMessageEvent) => data && heard(data, timeStamp);
    for (const input of inputs) input.addEventListener('midimessage', take);
    return () => {
      for (const input of inputs) input.removeEventListener('midimessage', take);
    };
  },
});
