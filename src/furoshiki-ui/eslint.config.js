import skipFormatting from '@vue/eslint-config-prettier/skip-formatting'
import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'
import vue from 'eslint-plugin-vue'
import accessibility from 'eslint-plugin-vuejs-accessibility'

export default defineConfigWithVueTs(
  { ignores: ['src/api/schema.gen.ts', '../Furoshiki.Web/wwwroot/**'] },
  vue.configs['flat/recommended'],
  vueTsConfigs.strict,
  accessibility.configs['flat/recommended'],
  skipFormatting,
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      // The drawings are SVG that the core makes, with every text in them escaped.
      'vue/no-v-html': 'off',
      // A page that is one form, and a dialog that is one answer, start where the hands are needed.
      'vuejs-accessibility/no-autofocus': 'off',
      'vuejs-accessibility/label-has-for': ['error', { required: { some: ['nesting', 'id'] } }],
    },
  },
)
