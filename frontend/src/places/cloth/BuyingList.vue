<script setup lang="ts">
/** What to buy, for the walk through the shop: how much in large, what, what for, and what it costs there. */
import { buyingOf, type Buying, type Plan, type Unit } from '../../api/client'
import ShownLength from '../../length-field/ShownLength.vue'

defineProps<{ list?: Buying; plan: Plan; unit: Unit }>()
const print = () => window.print()
</script>

<template>
  <section class="buying" aria-label="What to buy">
    <p v-if="!list" class="hint">Looking what the shop has…</p>
    <template v-else>
      <h2>
        What to buy for {{ plan.name }} <small>at {{ list.shop }}, a made-up shop</small>
      </h2>
      <table>
        <tbody>
          <tr v-for="row in list.rows" :key="row.kind + row.what + row.for_" :data-buy="row.kind">
            <td class="tick" aria-hidden="true"><span /></td>
            <td class="buy-amount"><ShownLength :text="row.amount" /></td>
            <td>
              {{ row.what }}
              <small v-if="row.for_">for {{ row.for_ }}</small>
              <small v-if="row.needed !== row.amount">{{ row.needed }} needed</small>
              <small v-if="row.colours?.length">in {{ row.colours!.join(', ') }}</small>
              <b v-if="row.why" :class="row.there ? 'of-stash' : 'why'">{{ row.why }}</b>
              <b v-if="row.stash" class="of-stash">{{ row.stash }}</b>
            </td>
            <td class="price">{{ row.price }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <td />
            <td class="buy-amount">{{ list.total }}</td>
            <td colspan="2">{{ list.whole ? 'in all' : 'in all, without what is not to be had' }}</td>
          </tr>
        </tfoot>
      </table>
      <p class="buying-acts">
        <button type="button" class="quiet" @click="print">Print the list</button>
        <a class="quiet" :href="buyingOf(plan.id, unit)" download>As a table, CSV</a>
      </p>
      <p class="hint">
        Cloth is counted from its layout, washed and squared, up to the step that it is sold by. Prices and
        stock are a stand-in: ask your own shop.
      </p>
    </template>
  </section>
</template>
