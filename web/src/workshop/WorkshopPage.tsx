import { FileOutput } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'wouter';
import { usePicture } from '../monitor/usePicture';
import { useSample } from '../monitor/useSample';
import { FitNote } from '../show/FitNote';
import { saveFile } from '../show/saveFile';
import { useShow, type Graphic } from '../show/show';
import { UndoButtons } from '../show/UndoButtons';
import { KeptText } from '../show/KeptText';

import { Button } from '../ui/Button';
import { Empty, Page } from '../ui/Page';
import { Fields } from './Fields';
import { PartEditor } from './PartEditor';
import { PartTree } from './PartTree';
import { Scrub } from './Scrub';
import { find, type Rebuild, type TemplateJson } from './tree';
import { useTemplate, type Working } from './useTemplate';

/** Where templates are built from parts. Every change is kept, and reaches all graphics made from the template at once. */
export function WorkshopPage() {
  const { id } = useParams();
  const own = useShow((show) => !!show.templates.find((template) => template.id === id)?.own);
  return id && own ? <Workshop key={id} id={id} /> : <None />;
}

function None() {
  return (
    <Page title="Workshop">
      <Empty title="This template is not one of yours.">
        <p>Open a graphic, and choose “Change its template”: a copy of your own is made.</p>
        <Link to="/graphics" className="link">
          To the graphics
        </Link>
      </Empty>
    </Page>
  );
}

function Workshop({ id }: { id: string }) {
  const { template, missing, change } = useTemplate(id);
  if (missing) return <None />;
  return template && <Opened template={template} change={change} />;
}

function Opened({ template, change }: { template: TemplateJson; change: Working['change'] }) {
  const show = useShow();
  const [chosen, setChosen] = useState<string[]>([template.root.id]);
  const user = show.graphics.find((graphic) => graphic.template === template.id);
  const there = chosen.filter((one) => find(template.root, one));
  const known = there.length > 0 ? there : [template.root.id];
  const rebuild: Rebuild = (make) => change((now) => ({ ...now, root: make(now.root) }));

  return (
    <Page
      title="Workshop"
      help="workshop"
      actions={
        <>
          <UndoButtons />
          <Button
            kind="bare"
            title="With its artwork, for another show or for somebody else: the shelf takes it in"
            onClick={() => void saveFile(`/api/templates/${template.id}/file`, `${template.name}.zip`)}
          >
            <FileOutput aria-hidden size={15} /> Save as a file
          </Button>
          {user && (
            <Link to={`/graphics/${user.id}`} className="px-3 font-semibold link">
              Back to {user.name}
            </Link>
          )}
        </>
      }
    >
      <div className="stacks grid min-h-0 grid-cols-[14.375rem_minmax(0,1fr)_20.625rem] gap-4">
        <div className="grid min-h-0 grid-cols-[minmax(0,1fr)] content-start gap-3 overflow-y-auto pr-1">
          <KeptText
            aria-label="Name of the template"
            value={template.name}
            onKeep={(name) => change((now) => ({ ...now, name }))}
          />
          <PartTree
            root={template.root}
            fields={template.fields}
            chosen={known}
            onChoose={setChosen}
            onChange={rebuild}
          />
          <Fields template={template} onChange={(make) => change((now) => ({ ...now, fields: make(now.fields) }))} />
        </div>
        <Bench template={template} graphic={user} chosen={known} onChange={rebuild} />
        <PartEditor template={template} chosen={known} onChange={rebuild} />
      </div>
    </Page>
  );
}

interface BenchProps {
  template: TemplateJson;
  graphic: Graphic | undefined;
  chosen: readonly string[];
  onChange: Rebuild;
}

/** The picture, from a graphic that is made from the template, or with its sample words. */
function Bench({ template, graphic, chosen, onChange }: BenchProps) {
  const show = useShow();
  const used = usePicture(graphic?.id ?? null);
  const sample = useSample(`${template.id}`, show.revision);
  const picture = graphic ? used.data : sample.data;
  return (
    <div className="grid min-h-0 content-start gap-3 overflow-y-auto">
      <Scrub
        picture={picture}
        chosen={chosen}
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
