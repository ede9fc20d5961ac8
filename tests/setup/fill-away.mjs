/** After the walks: what they were copied from goes. */
import { removeFilled } from '../../tools/filled.mjs';

export default removeFilled;
