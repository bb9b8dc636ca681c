'use client';

import { Popover } from '@mantine/core';
import type { DropProps } from './Drop';
import { Face } from './Face';
import { useOpenedAtOnce } from './opener';

/** A drop from when it is first opened. */
const OpenedDrop = ({ position = 'bottom-end', width, children, ...face }: DropProps) => {
  const { opened, setOpened, target } = useOpenedAtOnce();
  return (
    <Popover
      opened={opened}
      onChange={setOpened}
      position={position}
      width={width}
      trapFocus
      returnFocus
    >
      <Popover.Target>
        <Face {...face} ref={target} onClick={() => setOpened((now) => !now)} />
      </Popover.Target>
      <Popover.Dropdown>
        {typeof children === 'function' ? children(() => setOpened(false)) : children}
      </Popover.Dropdown>
    </Popover>
  );
};

export default OpenedDrop;
