import { type ListName, listOf } from '@/core/catalogue/lists/lists';
import { Page } from '@/ui/page';
import { Panel } from '@/ui/panel';
import { RowForm, type SaveAnswer } from './row-form';

interface NewRowProps {
  readonly list: ListName;
  readonly choices: Readonly<Record<string, readonly string[]>>;
  /** Cells that are known already. */
  readonly cells: Readonly<Record<string, string>>;
  readonly onSave: (data: unknown) => Promise<SaveAnswer>;
}

/** A row to be added to a list. */
export function NewRow({ list, choices, cells, onSave }: NewRowProps) {
  const { one, title, about } = listOf(list);
  return (
    <Page title={`New ${one}`} note={about}>
      <Panel title={title}>
        <RowForm list={list} id={null} cells={cells} choices={choices} onSave={onSave} />
      </Panel>
    </Page>
  );
}
