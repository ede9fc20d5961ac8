/** Whether the studio's server answers, as the last request found it. */
import { ref } from 'vue';

export const connected = ref(true);
