/** The transport at the foot of every place, and the one player behind it. */
export { PlayButton } from './PlayButton';
export { TransportBar } from './TransportBar';
export {
  TransportProvider,
  useControls,
  useStrike,
  useTransport,
  useView,
} from './TransportProvider';
export { useDrums } from './useDrums';
export { useMarkPlaying } from './useMarkPlaying';
export { useProgram } from './useProgram';
