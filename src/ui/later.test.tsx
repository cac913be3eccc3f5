import { renderToString } from 'react-dom/server';
import { Later } from './Later';

// That the browser draws it then is seen by the tests of the room and of the walk.
test('the server writes what keeps the place, and nothing of what is drawn later', () => {
  const drawn = (
    <Later meanwhile={<i>kept free</i>}>
      <b>drawn</b>
    </Later>
  );
  expect(renderToString(drawn)).toBe('<i>kept free</i>');
});
