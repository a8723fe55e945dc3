import { Cell, Frame, Row } from "./kit";

/** Every block. */
export default function EveryBlockPage() {
  return (
    <>
      <Frame as="main">
        <Row as="ul">
          <Cell as="li">
            <h2>Terns &amp; &lt;gulls&gt; {"{"}of{"}"} the point</h2>
          </Cell>
          <Cell as="li">
            <p>
              Wind north-west four, showers. Two hundred redwings over by eight, and a
              woodcock that sat under the gate until the post came.
            </p>
          </Cell>
          <Cell as="li">
            <p>
              Wind north-west four, showers. Two hundred redwings over by eight, and a
              woodcock that sat under the gate until the post came. 2 &lt; 3 &amp; {"{"}so
              on{"}"}
            </p>
          </Cell>
          <Cell as="li">
            <ul>
              <li>Low 05:52</li>
              <li>High &gt; 12:06</li>
              <li>
                Wind north-west four, showers. Two hundred redwings over by eight, and a
                woodcock that sat under the gate until the post came.
              </li>
            </ul>
          </Cell>
          <Cell as="li">
            <img src="pictures/picture.svg" alt="A tern" />
          </Cell>
          <Cell as="li">
            <picture>
              <source media="(min-width: 920px)" srcSet="pictures/picture.svg" width={1200} height={300} />
              <source media="(min-width: 620px)" srcSet="pictures/picture.svg" width={900} height={300} />
              <img className="kr-fit" width={480} height={300} src="pictures/picture.svg" alt="A &quot;tern&quot; &amp; two {gulls}" />
            </picture>
          </Cell>
          <Cell as="li">
            <button type="button">Send a sighting</button>
          </Cell>
          <Cell as="li">
            <a href="tides.html?day=1&amp;harbour=outer">See the tides</a>
          </Cell>
          <Cell as="li">
            <article>
              <img src="pictures/picture.svg" alt="A raft" />
              <h3>The tern raft</h3>
              <p>Forty nests.</p>
              <p>No cats.</p>
            </article>
          </Cell>
          <Cell as="li">
            <article>
              <h4>A card of words</h4>
            </article>
          </Cell>
          <Cell as="li">
            <form>
              <label>
                Your name
                <input type="text" name="your-name" />
              </label>
              <label>
                What &amp; where?
                <input type="text" name="what-where" />
              </label>
              <label>
                ǅ
                <input type="text" name="field-3" />
              </label>
              <button type="submit">Send</button>
            </form>
          </Cell>
          <Cell as="li">
            <div dangerouslySetInnerHTML={{ __html: "<p>Kept <b>as given</b>\nover two lines.</p>" }} />
          </Cell>
        </Row>
      </Frame>
    </>
  );
}
