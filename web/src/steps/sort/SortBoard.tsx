import { Action } from '../../parts/Action.tsx';
import { useState } from 'react';
import { DELIVERY_KINDS, type DeliveryKind, type ViewId } from '@stride-chalk/core';
import { Alert } from '../../parts/Alert.tsx';
import { originInWords } from '../../parts/origin-words.ts';
import { useAwake } from '../../parts/use-awake.ts';
import { useStillShown } from '../../parts/use-still-shown.ts';
import { ClipCard } from './ClipCard.tsx';
import { DropPlace } from './DropPlace.tsx';
import type { SortProps } from './types.ts';
import { RemovedFilms } from './RemovedFilms.tsx';
import { useCamperFilms } from './use-camper-films.ts';
import { VIEWS } from './views.ts';

const KIND_NAMES: Readonly<Record<DeliveryKind, string>> = {
  stretch: 'stretch',
  windUp: 'wind-up',
  quick: 'quick, with runners',
  drill: 'drill',
};

/** The views by which everybody is judged. */
const NEEDED: readonly ViewId[] = ['openSide', 'front'];

/** The films of one camper: each delivery with its views, a place to drop what is missing, and what became of each file. */
export function SortBoard(props: SortProps) {
  const { camper } = props;
  const awake = useAwake();
  useStillShown(camper.id, camper.consent.film);
  const films = useCamperFilms(props);
  const [kind, setKind] = useState<DeliveryKind>('stretch');
  const { deliveries, clips } = films;
  /** Where a delivery was thrown that was not thrown at the camp. */
  const originOf = (deliveryId: string): string => {
    const known = films.origins.find((o) => o.deliveryId === deliveryId);
    return known ? originInWords(known.origin, props.timeZone) : 'not at the camp';
  };
  const barred = !camper.consent.film ? camper.consent.says : camper.sore ? 'A sore arm.' : null;
  const mayThrow = !barred && props.arm.left > 0;
  const ready = clips.length > 0 && clips.every((c) => c.state === 'ready');
  const newest = deliveries.at(-1);
  const hasFilm = (view: ViewId): boolean =>
    newest !== undefined &&
    (films.uploadOf(newest.id, view) !== undefined || clips.some((c) => c.deliveryId === newest.id && c.view === view));
  /** The view to be filmed next: of a newest delivery that has no film at all, or whose films are still on their way. */
  const next = barred || (ready && NEEDED.some(hasFilm)) ? undefined : NEEDED.find((view) => newest && !hasFilm(view));
  const addDelivery = (
    <div className="flex flex-wrap items-center gap-3">
      <label className="text-small text-soft">
        from the{' '}
        <select
          value={kind}
          onChange={(e) => setKind(e.target.value as DeliveryKind)}
          className="min-h-[48px] border-[1.5px] border-soft bg-paper px-2 text-note text-ink"
        >
          {DELIVERY_KINDS.map((k) => (
            <option key={k} value={k}>
              {KIND_NAMES[k]}
            </option>
          ))}
        </select>
      </label>
      <Action main={!next && !ready} disabled={films.adding} onClick={() => films.addDelivery(kind)}>
        {newest ? 'Next delivery' : 'First delivery'}
      </Action>
    </div>
  );

  return (
    <main data-awake={awake} className="mx-auto max-w-[1180px] px-5 pb-10">
      <header className="flex flex-wrap items-stretch gap-4 border-b-2 border-ink">
        <a
          href="/"
          className="bib-block min-h-[76px] min-w-[96px] !text-sign no-underline"
          aria-label={`Bib ${camper.bib}; back to the camp`}
        >
          {camper.bib}
        </a>
        <div className="min-w-0 flex-1 basis-[200px] self-center py-2">
          <h1 className="m-0 text-title">{camper.name}</h1>
          <p className="m-0 text-small text-soft">
            {camper.age}, throws {camper.hand === 'L' ? 'left' : 'right'} · guardian {camper.guardian}
            {!barred && props.arm.left > 0 && ` · ${props.arm.left} throws left today`}
          </p>
        </div>
        <div className="ms-auto flex flex-wrap items-center gap-3 py-2">
          <Action href={`/campers/${camper.bib}/card`}>Card</Action>
          {props.mayScore && <Action href={`/compare/${camper.bib}`}>Before and after</Action>}
          {mayThrow && newest && addDelivery}
          {ready && props.mayScore && (
            <Action main={!next} href={`/bench/${camper.bib}`}>
              To the bench
            </Action>
          )}
        </div>
      </header>

      {barred && (
        <p className="care-band my-5 px-5 py-4 text-lead">
          <b>{barred}</b>{' '}
          {camper.consent.film
            ? `Bib ${camper.bib} does not throw and is not filmed today. The family is told, and a licensed medical professional decides when throwing starts again.`
            : `No film of bib ${camper.bib} is taken in or shown, and nothing is handed out.`}
        </p>
      )}
      {!barred && !mayThrow && (
        <p className="care-band my-5 px-5 py-4 text-lead">
          <b>Arm care.</b> {props.arm.says} Films of what has been thrown are taken in; only the lead allows more, on the{' '}
          <a href={`/campers/${camper.bib}/card`}>card</a>.
        </p>
      )}
      {films.problem && <Alert className="my-4">{films.problem}</Alert>}
      {films.refusals.map((r) => (
        <Alert key={r.id} className="my-4 flex flex-wrap items-center gap-4">
          <span className="flex-1">
            <b>{r.fileName} was not taken.</b> {r.reason} Nothing of it was kept.
          </span>
          <Action onClick={() => films.dismiss(r.id)}>Read</Action>
        </Alert>
      ))}
      <RemovedFilms removed={films.removed} deliveries={deliveries} onPutBack={films.putBack} onErase={films.erase} />
      {mayThrow && !newest && (
        <div className="my-8 grid justify-items-start gap-4">
          <p className="m-0 text-lead">No delivery yet. Each has a film of two views: open side and front.</p>
          {addDelivery}
        </div>
      )}

      {deliveries.map((d) => (
        <section key={d.id} aria-labelledby={`d-${d.number}`} className="border-b border-rule py-4">
          <h2 id={`d-${d.number}`} className="m-0 mb-2 text-head">
            Delivery {d.number}{' '}
            <span className="text-body font-medium text-soft">
              {d.occasion === 'camp' ? KIND_NAMES[d.kind as DeliveryKind] : originOf(d.id)}
            </span>
            {!clips.some((c) => c.deliveryId === d.id) && VIEWS.every(([view]) => !films.uploadOf(d.id, view)) && (
              <button
                type="button"
                className="ms-3 min-h-[48px] border-0 bg-transparent px-2 !font-body text-small font-normal underline"
                onClick={() => films.removeDelivery(d.id)}
              >
                It was not thrown: take it away
              </button>
            )}
          </h2>
          <div className="grid grid-cols-[1fr_1fr_250px] grid-rows-[1fr_1fr] gap-3 max-[900px]:grid-cols-1 max-[900px]:grid-rows-none">
            {VIEWS.map(([view, name]) => {
              const clip = clips.find((c) => c.deliveryId === d.id && c.view === view);

              return clip ? (
                <ClipCard
                  key={view}
                  clip={clip}
                  shown={camper.consent.film}
                  name={name}
                  place={{ bib: camper.bib, delivery: d.number, view }}
                  onMove={(to) => films.move(clip.id, to)}
                  onRemove={() => films.remove(clip.id)}
                  onRescale={(k) => films.rescale(clip.id, k)}
                  onAgain={() => films.again(clip.id)}
                  asked={films.asked?.id === clip.id ? films.asked : null}
                  onConfirm={(k) => films.rescale(clip.id, k, true)}
                  onLeave={films.notRescaled}
                />
              ) : (
                <DropPlace
                  key={view}
                  name={name}
                  upload={films.uploadOf(d.id, view)}
                  barred={barred !== null}
                  needed={NEEDED.includes(view)}
                  main={d === newest && view === next}
                  onFile={(f) => films.attach(d.id, view, f)}
                  onSimulate={props.simulated && NEEDED.includes(view) ? () => films.film(d.id, view) : null}
                />
              );
            })}
          </div>
        </section>
      ))}
    </main>
  );
}
