import { activeOf, filmsOf, frameIn, zoomOf } from './bench-selectors.ts';
import { nextZoom, panned } from './film-window.ts';
import type { Handlers } from './turn.ts';
import { chooseDelivery } from './handle-work.ts';

/** Frames, playing and zoom of the films in hand. */
export const FILM_HANDLERS = {
  step(t, { by }) {
    const at = activeOf(t.world, t.state);
    if (at) t.show(at, frameIn(t.world, t.state, at) + by);
  },
  frame(t, { frame }) {
    const at = activeOf(t.world, t.state);
    if (at) t.show(at, frame);
  },
  played(t, { clipId, frame }) {
    const at = activeOf(t.world, t.state);
    // What plays is the film in hand: another one was taken meanwhile.
    if (t.state.playing && at?.film.id === clipId) t.show(at, frame);
  },
  play: (t, { on }) => t.set({ playing: on }),
  lookAt: (t, { event }) => t.goTo(event),
  view: (t) => t.set({ viewInHand: (t.state.viewInHand + 1) % 2 }),
  film(t, { clipId }) {
    const film = filmsOf(t.world, t.state).find((f) => f.id === clipId);
    if (!film) return;
    if (t.state.task !== 'across') return t.set({ viewInHand: filmsOf(t.world, t.state).indexOf(film) });
    const index = t.world.deliveries.findIndex((d) => d.id === film.deliveryId);
    if (index !== t.state.deliveryIndex) chooseDelivery(t, index);
  },
  zoom: (t, { view, to }) => t.set({ zooms: { ...t.state.zooms, [view]: to } }),
  closer(t) {
    const film = activeOf(t.world, t.state)?.film;
    if (film) t.set({ zooms: { ...t.state.zooms, [film.view]: nextZoom(zoomOf(t.state, film)) } });
  },
  whole: (t) => t.set({ zooms: {} }),
  pan(t, { x, y }) {
    const film = activeOf(t.world, t.state)?.film;
    if (!film) return;
    const zoom = zoomOf(t.state, film);
    if (zoom.times > 1)
      t.set({
        zooms: {
          ...t.state.zooms,
          [film.view]: panned(film, zoom, { x: (x * film.width) / zoom.times, y: (y * film.height) / zoom.times }),
        },
      });
  },
} satisfies Partial<Handlers>;
