import { Cell, Frame, Row } from "./kit";

/** Front page. */
export default function FrontPage() {
  return (
    <>
      <Frame>
        <Row as="header">
          <Cell width={{ mid: 4, wide: 3 }}>
            <h1>Gullwing Point</h1>
          </Cell>
          <Cell as="nav" width={{ mid: 8, wide: 9 }}>
            <p>Sightings · Plan a visit · The ringing room · Tides · Wardens</p>
          </Cell>
        </Row>
        <Row as="section">
          <Cell as="article" width={{ wide: 7, full: 8 }}>
            <h2>Kittiwakes back on the outer stack</h2>
            <img className="kr-fit" width={480} height={220} src="pictures/point.svg" alt="The point at low sun, with its old lamp tower and three gulls" />
            <p>
              After four empty springs the outer stack is loud again. The wardens counted
              sixty-one pairs on Tuesday, most of them on the seaward ledges.
            </p>
          </Cell>
          <Cell as="aside" width={{ wide: 5, full: 4 }}>
            <h2>Today’s count</h2>
            <ul>
              <li>Kittiwake 122</li>
              <li>Turnstone 38</li>
              <li>Sandwich tern 17</li>
              <li>Purple sandpiper 9</li>
              <li>Great skua 2</li>
              <li>Little auk 1</li>
            </ul>
            <p>Counted from the north hide between six and nine.</p>
          </Cell>
        </Row>
        <Row as="section" per={{ mid: 2, wide: 4 }}>
          <Cell as="article">
            <img className="kr-fit" width={480} height={300} src="pictures/terns.svg" alt="Three terns over a choppy sea" />
            <h3>The tern raft</h3>
            <p>Forty nests on the new raft, and the first chicks this week.</p>
          </Cell>
          <Cell as="article">
            <img className="kr-fit" width={480} height={300} src="pictures/turnstone.svg" alt="A turnstone on the shingle" />
            <h3>Turnstone wall</h3>
            <p>The harbour wall at half tide is the place to sit still.</p>
          </Cell>
          <Cell as="article">
            <img className="kr-fit" width={480} height={300} src="pictures/net.svg" alt="A bird before a mist net" />
            <h3>In the ringing room</h3>
            <p>Ring GW 40717 came home after nine years and two oceans.</p>
          </Cell>
          <Cell as="article">
            <img className="kr-fit" width={480} height={300} src="pictures/lamp.svg" alt="The lamp tower with its beam at night" />
            <h3>Lamp nights</h3>
            <p>On dark, wet nights in October, ask for the late watch.</p>
          </Cell>
        </Row>
        <Row as="main">
          <Cell width={{ mid: 7, wide: 8 }}>
            <h2>From the log</h2>
            <Row>
              <Cell width={{ wide: 6 }}>
                <h3>Morning</h3>
                <p>
                  Wind north-west four, showers. Two hundred redwings over by eight, and a
                  woodcock that sat under the gate until the post came.
                </p>
              </Cell>
              <Cell width={{ wide: 6 }}>
                <h3>Evening</h3>
                <p>
                  Calm after tea. Storm petrels heard below the slip, three caught and
                  ringed, all released before the rain came back.
                </p>
              </Cell>
            </Row>
          </Cell>
          <Cell as="aside" width={{ mid: 5, wide: 3 }} skip={{ wide: 1 }}>
            <h2>Tide table</h2>
            <ul>
              <li>Low 05:52 · 0.8 m</li>
              <li>High 12:06 · 4.9 m</li>
              <li>Low 18:21 · 0.7 m</li>
            </ul>
            <p>The causeway is dry two hours either side of low water.</p>
          </Cell>
        </Row>
        <Row as="footer">
          <Cell width={{ mid: 6 }}>
            <p>
              Gullwing Point Bird Observatory, The Old Lamp, Outer Causeway. Open from April
              to November, whenever the flag is up.
            </p>
          </Cell>
          <Cell width={{ mid: 6 }}>
            <p>Kept by its visitors, the Causeway Boat Club and the Friends of the Lamp.</p>
          </Cell>
        </Row>
      </Frame>
    </>
  );
}
