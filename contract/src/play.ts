/** A business to play in, with made-up people: nothing of it leaves the house. */
import { type CountryCode, countries } from "@zesty/core/countries/countries";
import Joi from "joi";

export const startPlay = Joi.object<{ country: CountryCode }>({
  country: Joi.string()
    .valid(...Object.keys(countries))
    .required()
    .label("Country"),
});
