import { partName } from '../show/partNames';
import { Plus, Trash2 } from 'lucide-react';
import { toast } from '../ui/toast';
import { Heading } from '../ui/Heading';
import { Button } from '../ui/Button';
import { KeptText } from '../show/KeptText';

import { usersOf, type TemplateJson } from './tree';
import { Choose } from '../ui/Choose';

type TemplateField = TemplateJson['fields'][number];

const kinds = { text: 'one line', 'long-text': 'long text', picture: 'picture', number: 'number', list: 'list' };

interface Props {
  template: TemplateJson;
  /** Keeps other fields, made from those that stand now. */
  onChange(make: (fields: TemplateField[]) => TemplateField[]): Promise<boolean>;
}

/** The template's fields: what a graphic made from it can say, and what may be changed while it is lit. */
export function Fields({ template, onChange }: Props) {
  const { fields } = template;
  const users = (field: string) => usersOf(template.root, field).map((part) => `“${partName(part)}”`);
  const change = (name: string, part: Partial<TemplateField>): Promise<boolean> =>
    onChange((now) => now.map((field) => (field.name === name ? { ...field, ...part } : field)));
  const add = (): void =>
    void onChange((now) => {
      const names = new Set(now.map((field) => field.name));
      const number = Array.from({ length: 100 }, (_, at) => at + 1).find((one) => !names.has(`field${one}`))!;
      return [...now, { name: `field${number}`, label: `Field ${number}`, kind: 'text', sample: 'Words' }];
    });
  return (
    <Heading
      name="Fields"
      help="workshop#fields"
      note={
        <Button kind="bare" className="min-h-0 py-0" onClick={add}>
          <Plus aria-hidden size={14} /> Field
        </Button>
      }
    >
      {fields.map((field) => (
        <div key={field.name} className="grid gap-1 rounded-lg bg-panel p-2">
          <div className="flex gap-1">
            <KeptText
              aria-label={`Label of ${field.name}`}
              value={field.label}
              onKeep={(label) => change(field.name, { label })}
            />
            <Button
              kind="bare"
              className="px-2"
              aria-label={`Delete the field ${field.label}`}
              onClick={() => {
                const shown = users(field.name);
                if (shown.length === 0) void onChange((now) => now.filter(({ name }) => name !== field.name));
                else
                  toast.error(`${shown.join(', ')} shows this field. Delete that part first, or let it show another.`);
              }}
            >
              <Trash2 aria-hidden size={13} />
            </Button>
          </div>
          <Choose
            label={`Kind of ${field.label}`}
            value={field.kind ?? 'text'}
            choices={Object.entries(kinds)}
            onChoose={(kind) => change(field.name, { kind })}
          />
          {field.kind !== 'picture' && (
            <KeptText
              aria-label={`Sample of ${field.label}`}
              placeholder="sample words"
              long={field.kind === 'list' || field.kind === 'long-text'}
              value={field.sample ?? ''}
              onKeep={(sample) => change(field.name, { sample })}
            />
          )}
          {field.kind === 'number' && (
            <label className="flex items-center gap-2 text-xs">
              Counts from
              <KeptText
                aria-label={`${field.label} counts from`}
                placeholder="it does not count"
                value={field.start ?? ''}
                onKeep={(start) => change(field.name, { start: start.trim() || undefined })}
                className="min-w-0 flex-1"
              />
            </label>
          )}
          <label className="flex items-center gap-2 text-xs">
            <input
              type="checkbox"
              checked={field.onAir !== false}
              onChange={(event) => change(field.name, { onAir: event.target.checked ? undefined : false })}
            />
            may change on air
          </label>
        </div>
      ))}
    </Heading>
  );
}
