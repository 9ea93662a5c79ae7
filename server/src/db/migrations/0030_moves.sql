CREATE TABLE "site_move" (
	"id" text PRIMARY KEY NOT NULL,
	"filename" text NOT NULL,
	"bytes" bigint NOT NULL,
	"origin" text NOT NULL,
	"title" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"tables" jsonb NOT NULL,
	"plan" jsonb NOT NULL,
	"terms" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"person_id" text NOT NULL,
	"person_name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "site_move_run" (
	"move_id" text NOT NULL,
	"phase" text NOT NULL,
	"state" text NOT NULL,
	"problem" text,
	"of" integer NOT NULL,
	"person_id" text NOT NULL,
	"stage" integer DEFAULT 0 NOT NULL,
	"row" integer DEFAULT 0 NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "site_move_run_pkey" PRIMARY KEY("move_id","phase")
);
--> statement-breakpoint
CREATE TABLE "source_key" (
	"origin" text NOT NULL,
	"source_table" text NOT NULL,
	"key" text NOT NULL,
	"thing_id" text NOT NULL,
	"move_id" text NOT NULL,
	"refused" boolean DEFAULT false NOT NULL,
	CONSTRAINT "source_key_pkey" PRIMARY KEY("origin","source_table","key")
);
--> statement-breakpoint
ALTER TABLE "content_import" ADD COLUMN "move_id" text;--> statement-breakpoint
ALTER TABLE "content_import" ADD COLUMN "move_table" text;--> statement-breakpoint
ALTER TABLE "site_move_run" ADD CONSTRAINT "site_move_run_move_id_fkey" FOREIGN KEY ("move_id") REFERENCES "public"."site_move"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "site_move_created" ON "site_move" USING btree ("created_at");--> statement-breakpoint
CREATE INDEX "source_key_thing" ON "source_key" USING btree ("thing_id");--> statement-breakpoint
ALTER TABLE "content_import" ADD CONSTRAINT "content_import_move_id_fkey" FOREIGN KEY ("move_id") REFERENCES "public"."site_move"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "content_import_move" ON "content_import" USING btree ("move_id","move_table");