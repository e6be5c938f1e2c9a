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
    .chosen {
      padding: 10px 16px 14px;
      margin: -6px 0 10px;
      border-top: 0;
    }
`;

/** How the one that is open looks inside. */
export const rulePanelStyles = `
    :host {
      display: block;
    }
    h3 {
      margin: 14px 0 4px;
      border-bottom: 1px solid var(--hair);
    }
    .form-label {
      margin-top: 6px;
    }
    .does {
      color: var(--tide);
      font-weight: 600;
      margin: 4px 0;
    }
`;
