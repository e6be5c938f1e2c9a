/** How the lists of rules and seasons look, and the one that is open in them. */
export const ruleRowStyles = `
    .title-line {
      display: flex;
      gap: 16px;
      align-items: baseline;
      border-bottom: 3px double var(--hair);
    }
    .title-line h2 {
      margin: 0;
    }
    .row {
      display: grid;
      grid-template-columns: 18px minmax(0, 1fr) auto;
      gap: 10px;
      width: 100%;
      text-align: start;
      padding: 7px 12px;
      margin-bottom: 6px;
      color: var(--ink);
    }
    .row .quiet {
      display: block;
      font-size: 12.5px;
    }
    .row.on {
      background: var(--tide-wash);
    }
    .chosen {
      padding: 10px 16px 14px;
      margin: -6px 0 10px;
      border-top: 0;
    }
    .count {
      white-space: nowrap;
    }
`;
