/** How the lists beside the Almanac look: their heads, and the room around them. */
export const listStyles = `
    :host {
      display: block;
      padding: 12px 20px 24px;
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 14px;
      align-items: baseline;
    }
    .vantage {
      margin: 0;
    }
`;
