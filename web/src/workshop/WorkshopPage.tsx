import { useQuery, useQueryClient } from '@tanstack/react-query';
import { FileOutput } from 'lucide-react';
import { useCallback, useState } from 'react';
import { Link, useParams } from 'wouter';
import { answered, client } from '../api/client';
import { usePicture } from '../monitor/usePicture';
import { useSample } from '../monitor/useSample';
import { FitNote } from '../show/FitNote';
import { templateEdits } from '../show/templateEdits';
import { useShow, type Graphic } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { KeptText } from '../show/KeptText';

import { Empty, Page } from '../ui/Page';
import { Fields } from './Fields';
import { PartEditor } from './PartEditor';
import { PartTree } from './PartTree';
import { Scrub } from './Scrub';
import { rowsOf, type PartJson, type TemplateJson } from './tree';

/** Where templates are built from parts. Every change is kept, and reaches all graphics made from the template at once. */
export function WorkshopPage() {
  const { id } = useParams();
  const show = useShow();
  const { data } = useQuery({
    queryKey: ['template', id, show.revision],
    queryFn: () => answered(client.GET('/api/templates/{id}/source', { params: { path: { id: id! } } })),
    placeholderData: (old) => old,
    retry: false,
  });
  const own = show.templates.find((template) => template.id === id)?.own;
  if (!own || !data)
    return (
      <Page title="Workshop">
        <Empty title={data || !id ? 'This template is not one of yours.' : 'One moment …'}>
          <p>Open a graphic, and choose “Change its template”: a copy of your own is made.</p>
          <Link to="/graphics" className="link">
            To the graphics
          </Link>
        </Empty>
      </Page>
    );
  return <Workshop key={id} template={JSON.parse(data.source) as TemplateJson} />;
}

function Workshop({ template }: { template: TemplateJson }) {
  const show = useShow();
  const queries = useQueryClient();
  const [chosen, setChosen] = useState<string[]>([template.root.id]);
  const user = show.graphics.find((graphic) => graphic.template === template.id);
  const keep = useCallback(
    (next: TemplateJson) => {
      const source = JSON.stringify(next, null, 2);
      // What was changed holds at once: the next change builds on it.
      queries.setQueriesData({ queryKey: ['template', template.id] }, { source });
      void templateEdits.template(template.id, source);
    },
    [queries, template.id],
  );
  const known = chosen.filter((one) => rowsOf(template.root).some((row) => row.part.id === one));
  const part = known.at(-1) ?? template.root.id;

  return (
    <Page
      title="Workshop"
      help="workshop"
      actions={
        <>
          <UndoButtons />
          <a
            download={`${template.name}.zip`}
            href={`/api/templates/${template.id}/file`}
            title="With its artwork, for another show or for somebody else: the shelf takes it in"
            className="inline-flex min-h-9 items-center gap-2 rounded-[10px] px-3 font-semibold text-quiet hover:bg-raised hover:text-ink"
          >
            <FileOutput aria-hidden size={15} /> Save as a file
          </a>
          {user && (
            <Link to={`/graphics/${user.id}`} className="px-3 font-semibold link">
              Back to {user.name}
            </Link>
          )}
        </>
      }
    >
      <div className="stacks grid min-h-0 grid-cols-[14.375rem_minmax(0,1fr)_20.625rem] gap-4">
        <div className="grid min-h-0 content-start gap-3 overflow-y-auto pr-1">
          <KeptText
            aria-label="Name of the template"
            value={template.name}
            onKeep={(name) => keep({ ...template, name })}
          />
          <PartTree
            root={template.root}
            fields={template.fields}
            chosen={known}
            onChoose={setChosen}
            onChange={(root) => keep({ ...template, root })}
          />
          <Fields template={template} onChange={(fields) => keep({ ...template, fields })} />
        </div>
        <Bench template={template} graphic={user} part={part} onChange={(root) => keep({ ...template, root })} />
        <PartEditor
          template={template}
          chosen={known.length ? known : [part]}
          onChange={(root) => keep({ ...template, root })}
        />
      </div>
    </Page>
  );
}

interface BenchProps {
  template: TemplateJson;
  graphic: Graphic | undefined;
  part: string;
  onChange(root: PartJson): void;
}

/** The picture, from a graphic that is made from the template, or with its sample words. */
function Bench({ template, graphic, part, onChange }: BenchProps) {
  const show = useShow();
  const used = usePicture(graphic?.id ?? null);
  const sample = useSample(`${template.id}`, show.revision);
  const picture = graphic ? used.data : sample.data;
  return (
    <div className="grid min-h-0 content-start gap-3 overflow-y-auto">
      <Scrub
        picture={picture}
        part={part}
        root={template.root}
        scale={show.designScale * (graphic?.place.scale ?? 1)}
        onChange={onChange}
      />
      <p className="flex flex-wrap gap-x-4 text-xs text-quiet" role="status">
        <FitNote fits={picture?.fits} />
        {graphic ? <span>with the words of {graphic.name}</span> : <span>with its sample words</span>}
      </p>
    </div>
  );
}
