/** The transport at the foot of every place, and the one player behind it. */
export { TransportBar } from './TransportBar';
export { TransportProvider, useControls } from './TransportProvider';
export { useProgram } from './useProgram';
