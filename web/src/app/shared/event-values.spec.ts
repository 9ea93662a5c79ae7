import { checkedFrom, valueFrom } from './event-values';

const eventOf = (target: EventTarget): Event => {
  const event = new Event('change');
  target.dispatchEvent(event);
  return event;
};

describe('what an event tells of its control', () => {
  it('is the value of a box, a menu, or a text', () => {
    const menu = document.createElement('select');
    menu.append(new Option('Larch', 'larch', true, true));
    const text = Object.assign(document.createElement('textarea'), { value: 'Two lines' });
    const box = Object.assign(document.createElement('input'), { value: '5' });
    expect([menu, text, box].map(eventOf).map(valueFrom)).toEqual(['larch', 'Two lines', '5']);
  });

  it('is whether a box is ticked', () => {
    const box = Object.assign(document.createElement('input'), { type: 'checkbox', checked: true });
    expect(checkedFrom(eventOf(box))).toBeTrue();
  });

  it('is nothing of something else', () => {
    const button = document.createElement('button');
    expect(() => valueFrom(eventOf(button))).toThrowError(TypeError);
    expect(() => checkedFrom(eventOf(button))).toThrowError(TypeError);
  });
});
