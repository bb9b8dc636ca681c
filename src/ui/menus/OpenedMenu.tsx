'use client';

import { Menu } from '@mantine/core';
import Link from 'next/link';
import type { Action, ActionMenuProps } from './ActionMenu';
import { Face } from './Face';
import { useOpenedAtOnce } from './opener';

/** A menu of actions from when it is first opened. */
const OpenedMenu = ({ position = 'bottom-end', actions, ...face }: ActionMenuProps) => {
  const { opened, setOpened, target } = useOpenedAtOnce();
  return (
    <Menu opened={opened} onChange={setOpened} position={position}>
      <Menu.Target>
        <Face {...face} ref={target} />
      </Menu.Target>
      <Menu.Dropdown>
        {actions.map((action) => (
          <Item key={action.label} action={action} />
        ))}
      </Menu.Dropdown>
    </Menu>
  );
};

const Item = ({ action }: { readonly action: Action }) => {
  const { label, icon: Sign, disabled } = action;
  const shown = { disabled, leftSection: Sign && <Sign size={16} /> };
  return 'href' in action ? (
    <Menu.Item {...shown} component={Link} href={action.href}>
      {label}
    </Menu.Item>
  ) : (
    <Menu.Item {...shown} onClick={action.run}>
      {label}
    </Menu.Item>
  );
};

export default OpenedMenu;
