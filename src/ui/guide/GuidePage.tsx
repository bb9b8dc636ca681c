'use client';

import { Anchor, Code, Kbd, Table, Title } from '@mantine/core';
import { CHAPTERS, type Chapter, type Part } from './chapters';
import classes from './GuidePage.module.css';

/** How to do what one comes to do, a chapter a task. */
export const GuidePage = () => (
  <div className={classes.guide}>
    <nav aria-label="Chapters" className={classes.chapters}>
      {CHAPTERS.map(({ id, title }) => (
        <Anchor key={id} href={`#${id}`} c="inherit">
          {title}
        </Anchor>
      ))}
    </nav>
    <article className={classes.text}>
      <Title order={1}>Guide</Title>
      {CHAPTERS.map((chapter) => (
        <ChapterText key={chapter.id} chapter={chapter} />
      ))}
    </article>
  </div>
);

const ChapterText = ({ chapter: { id, title, parts } }: { readonly chapter: Chapter }) => (
  <section id={id} aria-labelledby={`${id}-title`} className={classes.chapter}>
    <Title order={2} id={`${id}-title`}>
      {title}
    </Title>
    {parts.map((part) => (
      <PartText key={JSON.stringify(part).slice(0, 60)} part={part} />
    ))}
  </section>
);

const PartText = ({ part }: { readonly part: Part }) => {
  switch (part.kind) {
    case 'text':
      return <p>{part.text}</p>;
    case 'steps':
      return (
        <ol>
          {part.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      );
    case 'keys':
      return (
        <Table withRowBorders={false} verticalSpacing={4}>
          <Table.Tbody>
            {part.keys.map(([keys, does]) => (
              <Table.Tr key={keys}>
                <Table.Td w={150}>
                  <Kbd>{keys}</Kbd>
                </Table.Td>
                <Table.Td>{does}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      );
    case 'example':
      return (
        <Code block tabIndex={0} aria-label="An example">
          {part.text}
        </Code>
      );
  }
};
