import { Margin } from '../margin.tsx';
import { StyleFold } from '../style/style-part.tsx';
import { CheckPart } from './check-part.tsx';
import { OrderPart } from './order-part.tsx';
import { SectionPart } from './section-part.tsx';
import { TemplatePart } from './template-part.tsx';
import { VaryPart } from './vary-part.tsx';
import { VersionsPart } from './versions-part.tsx';
import { useFormView } from './use-form-view.ts';

/** What the margin asks on Form: which form, what strays from it, what a section follows, which versions there are, in which order all is played. */
export function FormMargin() {
  const view = useFormView();
  return (
    <Margin title="Form">
      <TemplatePart view={view} />
      <CheckPart view={view} />
      <SectionPart view={view} />
      <VersionsPart view={view} />
      <VaryPart view={view} />
      <OrderPart view={view} />
      <StyleFold />
    </Margin>
  );
}
