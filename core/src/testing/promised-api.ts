/** The API of the small model, as programs rely on it: what changes here changes for them. */
export const promisedApi = {
  openapi: '3.1.0',
  info: {
    title: 'Content API',
    version: '1.7.0',
  },
  servers: [
    {
      url: '/api/content/v1',
    },
  ],
  paths: {
    '/huts': {
      get: {
        operationId: 'list_huts',
        tags: ['Huts'],
        summary: 'List published huts',
        parameters: [
          'filter[title][eq] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][ne] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][in] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][gt] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][gte] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][lt] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][lte] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][contains] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][starts] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][empty] · query · false · Entries whose title fits · {"type":"boolean"}',
          'filter[slug][eq] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][ne] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][in] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][gt] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][gte] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][lt] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][lte] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][contains] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][starts] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][empty] · query · false · Entries whose slug fits · {"type":"boolean"}',
          'filter[published_at][eq] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][ne] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][in] · query · false · Entries whose published_at fits · {"type":"string"}',
          'filter[published_at][gt] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][gte] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][lt] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][lte] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][empty] · query · false · Entries whose published_at fits · {"type":"boolean"}',
          'filter[updated_at][eq] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][ne] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][in] · query · false · Entries whose updated_at fits · {"type":"string"}',
          'filter[updated_at][gt] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][gte] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][lt] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][lte] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][empty] · query · false · Entries whose updated_at fits · {"type":"boolean"}',
          'filter[id][eq] · query · false · Entries whose id fits · {"type":"string"}',
          'filter[id][ne] · query · false · Entries whose id fits · {"type":"string"}',
          'filter[id][in] · query · false · Entries whose id fits · {"type":"string"}',
          'filter[id][empty] · query · false · Entries whose id fits · {"type":"boolean"}',
          'filter[altitude][eq] · query · false · Entries whose altitude fits · {"type":"number"}',
          'filter[altitude][ne] · query · false · Entries whose altitude fits · {"type":"number"}',
          'filter[altitude][in] · query · false · Entries whose altitude fits · {"type":"string"}',
          'filter[altitude][gt] · query · false · Entries whose altitude fits · {"type":"number"}',
          'filter[altitude][gte] · query · false · Entries whose altitude fits · {"type":"number"}',
          'filter[altitude][lt] · query · false · Entries whose altitude fits · {"type":"number"}',
          'filter[altitude][lte] · query · false · Entries whose altitude fits · {"type":"number"}',
          'filter[altitude][empty] · query · false · Entries whose altitude fits · {"type":"boolean"}',
          'filter[winter_room][eq] · query · false · Entries whose winter_room fits · {"type":"boolean"}',
          'filter[winter_room][ne] · query · false · Entries whose winter_room fits · {"type":"boolean"}',
          'filter[winter_room][empty] · query · false · Entries whose winter_room fits · {"type":"boolean"}',
          'filter[winter_code][eq] · query · false · Entries whose winter_code fits · {"type":"string"}',
          'filter[winter_code][ne] · query · false · Entries whose winter_code fits · {"type":"string"}',
          'filter[winter_code][in] · query · false · Entries whose winter_code fits · {"type":"string"}',
          'filter[winter_code][gt] · query · false · Entries whose winter_code fits · {"type":"string"}',
          'filter[winter_code][gte] · query · false · Entries whose winter_code fits · {"type":"string"}',
          'filter[winter_code][lt] · query · false · Entries whose winter_code fits · {"type":"string"}',
          'filter[winter_code][lte] · query · false · Entries whose winter_code fits · {"type":"string"}',
          'filter[winter_code][contains] · query · false · Entries whose winter_code fits · {"type":"string"}',
          'filter[winter_code][starts] · query · false · Entries whose winter_code fits · {"type":"string"}',
          'filter[winter_code][empty] · query · false · Entries whose winter_code fits · {"type":"boolean"}',
          'filter[difficulty][eq] · query · false · Entries whose difficulty fits · {"type":"string"}',
          'filter[difficulty][ne] · query · false · Entries whose difficulty fits · {"type":"string"}',
          'filter[difficulty][in] · query · false · Entries whose difficulty fits · {"type":"string"}',
          'filter[difficulty][gt] · query · false · Entries whose difficulty fits · {"type":"string"}',
          'filter[difficulty][gte] · query · false · Entries whose difficulty fits · {"type":"string"}',
          'filter[difficulty][lt] · query · false · Entries whose difficulty fits · {"type":"string"}',
          'filter[difficulty][lte] · query · false · Entries whose difficulty fits · {"type":"string"}',
          'filter[difficulty][contains] · query · false · Entries whose difficulty fits · {"type":"string"}',
          'filter[difficulty][starts] · query · false · Entries whose difficulty fits · {"type":"string"}',
          'filter[difficulty][empty] · query · false · Entries whose difficulty fits · {"type":"boolean"}',
          'sort · query · false · Keys with commas between; a minus before one means descending · {"type":"string"}',
          'fields · query · false · Keys to deliver, with commas between; dots lead into groups, rows and what is referred to · {"type":"string"}',
          'include · query · false · Ways to what is referred to, with commas between: it stands whole in the place of its reference · {"type":"string"}',
          'page[size] · query · false · How many stand in a page · {"type":"integer","minimum":1,"maximum":200,"default":25}',
          'page[after] · query · false · The `next` of the page before · {"type":"string"}',
          'page[before] · query · false · The `previous` of the page after · {"type":"string"}',
          'q · query · false · Words that have to be there; without an order what fits best comes first · {"type":"string","maxLength":200}',
          'facets · query · false · What the entries are counted by, with commas between · {"type":"string"}',
        ],
        responses: {
          '200': {
            description: 'A page of entries',
            content: {
              'application/json': {
                schema: {
                  type: 'object',
                  required: ['data', 'page'],
                  properties: {
                    data: {
                      type: 'array',
                      items: {
                        $ref: '#/components/schemas/Hut',
                      },
                    },
                    page: {
                      type: 'object',
                      required: ['next', 'previous', 'total', 'partial'],
                      properties: {
                        next: {
                          type: ['string', 'null'],
                        },
                        previous: {
                          type: ['string', 'null'],
                        },
                        total: {
                          type: 'integer',
                        },
                        partial: {
                          type: 'boolean',
                          description:
                            'The list still follows a change of the model: filters and order may miss entries',
                        },
                      },
                    },
                    facets: {
                      type: 'object',
                      description: 'Of each facet that was asked for',
                      additionalProperties: {
                        $ref: '#/components/schemas/Facet',
                      },
                    },
                    excerpts: {
                      type: 'array',
                      description:
                        'For each entry of the page HTML around the words of q, in mark elements; null where they stand in its title alone',
                      items: {
                        type: ['string', 'null'],
                      },
                    },
                  },
                },
              },
            },
          },
          '400': {
            description: 'A parameter does not fit',
            content: {
              'application/problem+json': {
                schema: {
                  $ref: '#/components/schemas/Problem',
                },
              },
            },
          },
        },
      },
    },
    '/huts/{slug}': {
      get: {
        operationId: 'get_hut',
        tags: ['Huts'],
        summary: 'Get one published hut',
        parameters: [
          'slug · path · true · Its slug or id · {"type":"string"}',
          'fields · query · false · Keys to deliver, with commas between; dots lead into groups, rows and what is referred to · {"type":"string"}',
          'include · query · false · Ways to what is referred to, with commas between: it stands whole in the place of its reference · {"type":"string"}',
        ],
        responses: {
          '200': {
            description: 'Hut',
            content: {
              'application/json': {
                schema: {
                  type: 'object',
                  required: ['data'],
                  properties: {
                    data: {
                      $ref: '#/components/schemas/Hut',
                    },
                  },
                },
              },
            },
          },
          '304': {
            description: 'Not modified since the ETag that was sent',
          },
          '404': {
            description: 'There is no such published entry',
            content: {
              'application/problem+json': {
                schema: {
                  $ref: '#/components/schemas/Problem',
                },
              },
            },
          },
        },
      },
    },
    '/posts': {
      get: {
        operationId: 'list_posts',
        tags: ['Posts'],
        summary: 'List published posts',
        parameters: [
          'filter[title][eq] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][ne] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][in] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][gt] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][gte] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][lt] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][lte] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][contains] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][starts] · query · false · Entries whose title fits · {"type":"string"}',
          'filter[title][empty] · query · false · Entries whose title fits · {"type":"boolean"}',
          'filter[slug][eq] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][ne] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][in] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][gt] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][gte] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][lt] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][lte] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][contains] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][starts] · query · false · Entries whose slug fits · {"type":"string"}',
          'filter[slug][empty] · query · false · Entries whose slug fits · {"type":"boolean"}',
          'filter[published_at][eq] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][ne] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][in] · query · false · Entries whose published_at fits · {"type":"string"}',
          'filter[published_at][gt] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][gte] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][lt] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][lte] · query · false · Entries whose published_at fits · {"type":"string","format":"date-time"}',
          'filter[published_at][empty] · query · false · Entries whose published_at fits · {"type":"boolean"}',
          'filter[updated_at][eq] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][ne] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][in] · query · false · Entries whose updated_at fits · {"type":"string"}',
          'filter[updated_at][gt] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][gte] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][lt] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][lte] · query · false · Entries whose updated_at fits · {"type":"string","format":"date-time"}',
          'filter[updated_at][empty] · query · false · Entries whose updated_at fits · {"type":"boolean"}',
          'filter[id][eq] · query · false · Entries whose id fits · {"type":"string"}',
          'filter[id][ne] · query · false · Entries whose id fits · {"type":"string"}',
          'filter[id][in] · query · false · Entries whose id fits · {"type":"string"}',
          'filter[id][empty] · query · false · Entries whose id fits · {"type":"boolean"}',
          'sort · query · false · Keys with commas between; a minus before one means descending · {"type":"string"}',
          'fields · query · false · Keys to deliver, with commas between; dots lead into groups, rows and what is referred to · {"type":"string"}',
          'include · query · false · Ways to what is referred to, with commas between: it stands whole in the place of its reference · {"type":"string"}',
          'page[size] · query · false · How many stand in a page · {"type":"integer","minimum":1,"maximum":200,"default":25}',
          'page[after] · query · false · The `next` of the page before · {"type":"string"}',
          'page[before] · query · false · The `previous` of the page after · {"type":"string"}',
          'q · query · false · Words that have to be there; without an order what fits best comes first · {"type":"string","maxLength":200}',
          'facets · query · false · What the entries are counted by, with commas between · {"type":"string"}',
        ],
        responses: {
          '200': {
            description: 'A page of entries',
            content: {
              'application/json': {
                schema: {
                  type: 'object',
                  required: ['data', 'page'],
                  properties: {
                    data: {
                      type: 'array',
                      items: {
                        $ref: '#/components/schemas/Post',
                      },
                    },
                    page: {
                      type: 'object',
                      required: ['next', 'previous', 'total', 'partial'],
                      properties: {
                        next: {
                          type: ['string', 'null'],
                        },
                        previous: {
                          type: ['string', 'null'],
                        },
                        total: {
                          type: 'integer',
                        },
                        partial: {
                          type: 'boolean',
                          description:
                            'The list still follows a change of the model: filters and order may miss entries',
                        },
                      },
                    },
                    facets: {
                      type: 'object',
                      description: 'Of each facet that was asked for',
                      additionalProperties: {
                        $ref: '#/components/schemas/Facet',
                      },
                    },
                    excerpts: {
                      type: 'array',
                      description:
                        'For each entry of the page HTML around the words of q, in mark elements; null where they stand in its title alone',
                      items: {
                        type: ['string', 'null'],
                      },
                    },
                  },
                },
              },
            },
          },
          '400': {
            description: 'A parameter does not fit',
            content: {
              'application/problem+json': {
                schema: {
                  $ref: '#/components/schemas/Problem',
                },
              },
            },
          },
        },
      },
    },
    '/posts/{slug}': {
      get: {
        operationId: 'get_post',
        tags: ['Posts'],
        summary: 'Get one published post',
        parameters: [
          'slug · path · true · Its slug or id · {"type":"string"}',
          'fields · query · false · Keys to deliver, with commas between; dots lead into groups, rows and what is referred to · {"type":"string"}',
          'include · query · false · Ways to what is referred to, with commas between: it stands whole in the place of its reference · {"type":"string"}',
        ],
        responses: {
          '200': {
            description: 'Post',
            content: {
              'application/json': {
                schema: {
                  type: 'object',
                  required: ['data'],
                  properties: {
                    data: {
                      $ref: '#/components/schemas/Post',
                    },
                  },
                },
              },
            },
          },
          '304': {
            description: 'Not modified since the ETag that was sent',
          },
          '404': {
            description: 'There is no such published entry',
            content: {
              'application/problem+json': {
                schema: {
                  $ref: '#/components/schemas/Problem',
                },
              },
            },
          },
        },
      },
    },
    '/people': {
      get: {
        operationId: 'list_people',
        tags: ['People'],
        summary: 'List people, by their names',
        parameters: [
          'fields · query · false · Keys to deliver, with commas between; dots lead into groups, rows and what is referred to · {"type":"string"}',
          'include · query · false · Ways to what is referred to, with commas between: it stands whole in the place of its reference · {"type":"string"}',
          'page[size] · query · false · How many stand in a page · {"type":"integer","minimum":1,"maximum":200,"default":25}',
          'page[after] · query · false · The `next` of the page before · {"type":"string"}',
        ],
        responses: {
          '200': {
            description: 'A page of them',
            content: {
              'application/json': {
                schema: {
                  type: 'object',
                  required: ['data', 'page'],
                  properties: {
                    data: {
                      type: 'array',
                      items: {
                        allOf: [
                          {
                            $ref: '#/components/schemas/Person',
                          },
                          {
                            type: 'object',
                            properties: {},
                            required: [],
                          },
                        ],
                      },
                    },
                    page: {
                      type: 'object',
                      required: ['next', 'total'],
                      properties: {
                        next: {
                          type: ['string', 'null'],
                        },
                        total: {
                          type: 'integer',
                        },
                      },
                    },
                  },
                },
              },
            },
          },
          '400': {
            description: 'A parameter does not fit',
            content: {
              'application/problem+json': {
                schema: {
                  $ref: '#/components/schemas/Problem',
                },
              },
            },
          },
        },
      },
    },
    '/people/{id}': {
      get: {
        operationId: 'get_people',
        tags: ['People'],
        summary: 'Get one of them',
        parameters: [
          'id · path · true ·  · {"type":"string"}',
          'fields · query · false · Keys to deliver, with commas between; dots lead into groups, rows and what is referred to · {"type":"string"}',
          'include · query · false · Ways to what is referred to, with commas between: it stands whole in the place of its reference · {"type":"string"}',
        ],
        responses: {
          '200': {
            description: 'One of them',
            content: {
              'application/json': {
                schema: {
                  type: 'object',
                  required: ['data'],
                  properties: {
                    data: {
                      allOf: [
                        {
                          $ref: '#/components/schemas/Person',
                        },
                        {
                          type: 'object',
                          properties: {},
                          required: [],
                        },
                      ],
                    },
                  },
                },
              },
            },
          },
          '404': {
            description: 'It is not there',
            content: {
              'application/problem+json': {
                schema: {
                  $ref: '#/components/schemas/Problem',
                },
              },
            },
          },
        },
      },
    },
    '/media': {
      get: {
        operationId: 'list_media',
        tags: ['Media'],
        summary: 'List media, by their names',
        parameters: [
          'fields · query · false · Keys to deliver, with commas between; dots lead into groups, rows and what is referred to · {"type":"string"}',
          'include · query · false · Ways to what is referred to, with commas between: it stands whole in the place of its reference · {"type":"string"}',
          'page[size] · query · false · How many stand in a page · {"type":"integer","minimum":1,"maximum":200,"default":25}',
          'page[after] · query · false · The `next` of the page before · {"type":"string"}',
        ],
        responses: {
          '200': {
            description: 'A page of them',
            content: {
              'application/json': {
                schema: {
                  type: 'object',
                  required: ['data', 'page'],
                  properties: {
                    data: {
                      type: 'array',
                      items: {
                        allOf: [
                          {
                            anyOf: [
                              {
                                $ref: '#/components/schemas/Image',
                              },
                              {
                                $ref: '#/components/schemas/File',
                              },
                            ],
                          },
                          {
                            type: 'object',
                            properties: {},
                            required: [],
                          },
                        ],
                      },
                    },
                    page: {
                      type: 'object',
                      required: ['next', 'total'],
                      properties: {
                        next: {
                          type: ['string', 'null'],
                        },
                        total: {
                          type: 'integer',
                        },
                      },
                    },
                  },
                },
              },
            },
          },
          '400': {
            description: 'A parameter does not fit',
            content: {
              'application/problem+json': {
                schema: {
                  $ref: '#/components/schemas/Problem',
                },
              },
            },
          },
        },
      },
    },
    '/media/{id}': {
      get: {
        operationId: 'get_media',
        tags: ['Media'],
        summary: 'Get one of them',
        parameters: [
          'id · path · true ·  · {"type":"string"}',
          'fields · query · false · Keys to deliver, with commas between; dots lead into groups, rows and what is referred to · {"type":"string"}',
          'include · query · false · Ways to what is referred to, with commas between: it stands whole in the place of its reference · {"type":"string"}',
        ],
        responses: {
          '200': {
            description: 'One of them',
            content: {
              'application/json': {
                schema: {
                  type: 'object',
                  required: ['data'],
                  properties: {
                    data: {
                      allOf: [
                        {
                          anyOf: [
                            {
                              $ref: '#/components/schemas/Image',
                            },
                            {
                              $ref: '#/components/schemas/File',
                            },
                          ],
                        },
                        {
                          type: 'object',
                          properties: {},
                          required: [],
                        },
                      ],
                    },
                  },
                },
              },
            },
          },
          '404': {
            description: 'It is not there',
            content: {
              'application/problem+json': {
                schema: {
                  $ref: '#/components/schemas/Problem',
                },
              },
            },
          },
        },
      },
    },
  },
  schemas: {
    Hut: {
      title: 'Hut',
      type: 'object',
      additionalProperties: false,
      required: [
        'id',
        'type',
        'slug',
        'title',
        'url',
        'published_at',
        'updated_at',
        'altitude',
        'winter_room',
        'picture',
        'difficulty',
        'prices',
        'walks',
        'hours',
      ],
      properties: {
        id: {
          type: 'string',
        },
        type: {
          const: 'hut',
        },
        slug: {
          type: 'string',
        },
        title: {
          type: 'string',
        },
        url: {
          type: 'string',
          format: 'uri-reference',
        },
        published_at: {
          type: 'string',
          format: 'date-time',
        },
        updated_at: {
          type: 'string',
          format: 'date-time',
        },
        altitude: {
          title: 'Height above the sea',
          anyOf: [
            {
              type: 'number',
              minimum: 0,
              maximum: 5000,
            },
            {
              type: 'null',
            },
          ],
        },
        winter_room: {
          title: 'Winter room',
          anyOf: [
            {
              type: 'boolean',
            },
            {
              type: 'null',
            },
          ],
        },
        winter_code: {
          title: 'Winter room code',
          anyOf: [
            {
              type: 'string',
              pattern: '^[^\\r\\n]*$',
            },
            {
              type: 'null',
            },
          ],
        },
        picture: {
          title: 'Picture',
          anyOf: [
            {
              $ref: '#/components/schemas/Image',
            },
            {
              type: 'null',
            },
          ],
        },
        difficulty: {
          title: 'Difficulty',
          anyOf: [
            {
              type: 'string',
              enum: ['easy', 'hard'],
            },
            {
              type: 'null',
            },
          ],
        },
        prices: {
          title: 'Prices',
          type: 'array',
          maxItems: 3,
          items: {
            type: 'object',
            additionalProperties: false,
            required: ['guest', 'amount'],
            properties: {
              guest: {
                title: 'Guest',
                anyOf: [
                  {
                    type: 'string',
                    pattern: '^[^\\r\\n]*$',
                  },
                  {
                    type: 'null',
                  },
                ],
              },
              amount: {
                title: 'Amount',
                anyOf: [
                  {
                    type: 'number',
                  },
                  {
                    type: 'null',
                  },
                ],
              },
              note: {
                title: 'Note',
                anyOf: [
                  {
                    type: 'string',
                    maxLength: 10,
                    pattern: '^[^\\r\\n]*$',
                  },
                  {
                    type: 'null',
                  },
                ],
              },
            },
          },
        },
        walks: {
          title: 'Walks',
          type: 'array',
          items: {
            type: 'string',
            format: 'date',
          },
          minItems: 1,
          maxItems: 3,
        },
        hours: {
          title: 'Hours',
          anyOf: [
            {
              type: 'integer',
              minimum: 1,
            },
            {
              type: 'null',
            },
          ],
        },
      },
    },
    Problem: {
      type: 'object',
      description: 'A problem, RFC 9457',
      required: ['type', 'title', 'status'],
      properties: {
        type: {
          type: 'string',
        },
        title: {
          type: 'string',
        },
        status: {
          type: 'integer',
        },
        detail: {
          type: 'string',
        },
        errors: {
          type: 'array',
          items: {
            type: 'object',
            properties: {
              path: {
                type: 'string',
              },
              message: {
                type: 'string',
              },
            },
          },
        },
      },
    },
  },
};
