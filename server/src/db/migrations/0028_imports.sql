CREATE TABLE "content_import" (
	"id" text PRIMARY KEY NOT NULL,
	"filename" text NOT NULL,
	"bytes" bigint NOT NULL,
	"type_id" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"source" jsonb NOT NULL,
	"columns" jsonb NOT NULL,
	"problem" text,
	"recipe" jsonb NOT NULL,
	"sureness" jsonb NOT NULL,
	"person_id" text NOT NULL,
	"person_name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "import_mark" (
	"import_id" text NOT NULL,
	"phase" text NOT NULL,
	"mark" text NOT NULL,
	"number" integer NOT NULL,
	CONSTRAINT "import_mark_pkey" PRIMARY KEY("import_id","phase","mark")
);
--> statement-breakpoint
CREATE TABLE "import_row" (
	"import_id" text NOT NULL,
	"phase" text NOT NULL,
	"number" integer NOT NULL,
	"outcome" text NOT NULL,
	"title" text NOT NULL,
	"entry_id" text,
	"written" integer,
	"before" jsonb,
	"changes" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"problems" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"cells" jsonb,
	CONSTRAINT "import_row_pkey" PRIMARY KEY("import_id","phase","number")
);
--> statement-breakpoint
CREATE TABLE "import_run" (
	"import_id" text NOT NULL,
	"phase" text NOT NULL,
	"state" text NOT NULL,
	"problem" text,
	"of" integer NOT NULL,
	"person_id" text NOT NULL,
	"place" jsonb NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"report" jsonb NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "import_run_pkey" PRIMARY KEY("import_id","phase")
);
--> statement-breakpoint
ALTER TABLE "import_mark" ADD CONSTRAINT "import_mark_import_id_fkey" FOREIGN KEY ("import_id","phase") REFERENCES "public"."import_run"("import_id","phase") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "import_row" ADD CONSTRAINT "import_row_import_id_fkey" FOREIGN KEY ("import_id","phase") REFERENCES "public"."import_run"("import_id","phase") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "import_run" ADD CONSTRAINT "import_run_import_id_fkey" FOREIGN KEY ("import_id") REFERENCES "public"."content_import"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "content_import_created" ON "content_import" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "import_row_outcome" ON "import_row" USING btree ("import_id","phase","outcome","number");--> statement-breakpoint
CREATE INDEX "import_row_entry" ON "import_row" USING btree ("entry_id");