<!-- How a vendor is reached, in sentences with what can be said otherwise in them. -->
<script lang="ts">
  import Check from '../../pieces/controls/Check.svelte';
  import FileField from '../../pieces/controls/FileField.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import type { LinkDraft } from './draft.svelte';

  const KINDS: Record<string, string> = {
    scim: 'SCIM 2.0',
    rest: 'an interface of its own, as a file declares it',
  };
  const PROOFS: Record<Schemas['LinkForm']['proof'], string> = {
    BEARER: 'one lasting token',
    CLIENT_CREDENTIALS: 'a token for a client (OAuth 2.0)',
    NOTHING: 'nothing',
  };
  const CARRIERS: Record<Schemas['LinkForm']['carrier'], string> = {
    ENTITLEMENTS: 'an entitlement',
    ROLES: 'a role',
    GROUPS: 'being in a group',
  };

  interface Props {
    draft: LinkDraft;
    link: Schemas['Link'];
    mayEdit: boolean;
    /** Keeps the page where it is worked at by hand; without it nobody may say one. */
    onpage?: (url: string) => void;
  }
  let { draft, link, mayEdit, onpage }: Props = $props();
</script>

{#if mayEdit}
  <p class="terms">
    It speaks
    <Pick
      label="What it speaks"
      value={draft.kind}
      onchange={(e) => (draft.kind = e.currentTarget.value)}
    >
      {#each link.kinds as kind (kind)}
        <option value={kind}>{KINDS[kind] ?? kind}</option>
      {/each}
    </Pick>
    at
    <input
      class="wide"
      aria-label="Address"
      type="url"
      placeholder="https://vendor.example/scim/v2"
      bind:value={draft.url}
    />
  </p>
  <p class="terms">
    Who asks is shown by
    <Pick
      label="How it is shown who asks"
      value={draft.proof}
      onchange={(e) => (draft.proof = e.currentTarget.value as Schemas['LinkForm']['proof'])}
    >
      {#each Object.entries(PROOFS) as [value, text] (value)}
        <option {value}>{text}</option>
      {/each}
    </Pick>
    {#if draft.proof === 'CLIENT_CREDENTIALS'}
      called
      <input aria-label="Client’s id" autocomplete="off" bind:value={draft.clientId} />
      with the secret
    {/if}
    {#if draft.proof !== 'NOTHING'}
      <input
        type="password"
        aria-label={draft.proof === 'BEARER' ? 'Token' : 'Client’s secret'}
        autocomplete="new-password"
        placeholder={link.secretKept ? 'kept; type to replace it' : 'never shown again'}
        bind:value={draft.secret}
      />
    {/if}
    {#if draft.proof === 'CLIENT_CREDENTIALS'}
      and given at
      <input
        class="wide"
        aria-label="Address for tokens"
        type="url"
        placeholder="https://vendor.example/oauth/token"
        bind:value={draft.tokenUrl}
      />
      for the scope
      <input aria-label="Scope" placeholder="none" bind:value={draft.scope} />
    {/if}
  </p>
  {#if draft.kind === 'scim'}
    <p class="terms">
      There, holding a seat is
      <Pick
        label="What a seat is there"
        value={draft.carrier}
        onchange={(e) => (draft.carrier = e.currentTarget.value as Schemas['LinkForm']['carrier'])}
      >
        {#each Object.entries(CARRIERS) as [value, text] (value)}
          <option {value}>{text}</option>
        {/each}
      </Pick>
    </p>
  {:else}
    <p class="terms">
      Its declaration says how accounts are read and which request makes which change:
    </p>
    <textarea
      aria-label="Declaration"
      rows="9"
      spellcheck="false"
      placeholder={'{ "accounts": { "path": "/members", … } }'}
      bind:value={draft.template}></textarea>
    <FileField
      label="A declaration"
      accept=".json,application/json"
      onfile={(file) => void file?.text().then((text) => (draft.template = text))}
    />
  {/if}
  <p class="terms">
    <Check bind:checked={draft.insideAllowed}>the address may be one inside this network</Check>
  </p>
{:else}
  <p class="terms">
    {#if link.origin}
      It speaks <b>{KINDS[link.kind] ?? link.kind}</b>{#if link.url}
        at <b class="num">{link.url}</b>{/if}.
    {:else}Nobody has linked {link.name}. A keeper of keys does that here.{/if}
  </p>
{/if}
{#if onpage}
  <p class="terms">
    Worked at by hand on
    <input
      class="wide"
      type="url"
      aria-label="Its own page"
      placeholder="https://vendor.example/admin"
      value={link.page ?? ''}
      onchange={(e) => onpage(e.currentTarget.value)}
    />
  </p>
{/if}

<style>
  .terms {
    font: var(--type-lead)/2.2 var(--font-serif);
  }
  input {
    width: 170px;
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    color: var(--ink);
    font: 600 var(--type-text) var(--font-sans);
    padding: 1px var(--s-3);
  }
  input::placeholder {
    font-weight: 400;
    color: var(--soft);
  }
  input.wide {
    width: 340px;
    font: var(--type-text) var(--font-mono);
  }
  .terms :global(.pick) {
    max-width: 340px;
  }
  .terms :global(.pick-list) {
    font-size: var(--type-lead);
  }
  textarea {
    width: 100%;
    font: var(--type-note)/1.5 var(--font-mono);
    border: 1px solid var(--rule);
    background: var(--paper);
    color: var(--ink);
    padding: var(--s-8);
    margin-bottom: var(--s-6);
  }
</style>
