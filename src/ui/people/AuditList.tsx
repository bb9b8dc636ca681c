'use client';

import { Table, Text } from '@mantine/core';
import { When } from '../shared/When';
import { type AuditedStep, auditWords } from './auditWords';

/** What was done about people, roles, links and files. */
export const AuditList = ({ audited }: { readonly audited: readonly AuditedStep[] }) =>
  audited.length === 0 ? (
    <Text>Nothing was done yet about people, roles, links or files.</Text>
  ) : (
    <Table maw={860}>
      <Table.Thead>
        <Table.Tr>
          <Table.Th w={190}>When</Table.Th>
          <Table.Th>What</Table.Th>
        </Table.Tr>
      </Table.Thead>
      <Table.Tbody>
        {audited.map((step) => (
          <Table.Tr key={step.id}>
            <Table.Td>
              <When at={step.at} />
            </Table.Td>
            <Table.Td className="name">{auditWords(step)}</Table.Td>
          </Table.Tr>
        ))}
      </Table.Tbody>
    </Table>
  );
