import { templateAsked, templateOwned, type TemplateAsked } from '@velk/core/making';
import type { Card, Plan } from '@velk/core/day';
import { formatLength, type LengthStyle } from '@velk/core/ground';
import { freshName, newTool, type Template } from '@velk/core/shop';
import { useShopChange } from '../../keeping/useGear.ts';

/** The template that is made for a card, and a press that hangs it in the chest for the next. */
export function TemplateLine({
  card,
  plan,
  style,
}: {
  card: Card;
  plan: Plan;
  style: LengthStyle;
}) {
  const change = useShopChange();
  const { shop } = plan.basis;
  const made = card.setups.find((setup) => templateAsked(setup) && !templateOwned(setup, shop));
  const asked = made && templateAsked(made);
  if (!asked) return null;
  const hang = () =>
    change((now) => {
      const fresh = newTool('template', now.tools) as Template;
      const { shape, width, length = 0 } = asked;
      const name = freshName(called(asked, style), now.tools);
      return { ...now, tools: [...now.tools, { ...fresh, name, shape, width, length }] };
    });
  return (
    <p className="quiet">
      {called(asked, style)} is made for this.{' '}
      <button className="link noprint" onClick={hang}>
        It hangs in the chest now
      </button>
    </p>
  );
}

const NAMES: Readonly<Record<Template['shape'], string>> = {
  opening: 'Template, opening',
  'round-opening': 'Template, round opening',
  block: 'Template, block',
  'square-block': 'Template, square block',
  disc: 'Template, disc',
};

const called = ({ shape, width, length }: TemplateAsked, style: LengthStyle): string =>
  [
    NAMES[shape],
    [width, ...(length === undefined ? [] : [length])]
      .map((size) => formatLength(size, style))
      .join(' × '),
  ].join(' ');
