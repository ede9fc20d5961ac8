/** Something is tapped against the clock: on a phone, whatever is not needed for it is out of the way of both thumbs. */
import { ref } from 'vue';

export const underWay = ref(false);
