/** The build of Joi that a screen has. */
declare module 'joi/dist/joi-browser.min.js' {
  import Joi from 'joi';
  export default Joi;
}
