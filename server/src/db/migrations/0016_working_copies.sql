CREATE TABLE "entry_copy" (
	"entry_id" text PRIMARY KEY NOT NULL,
	"mark" text NOT NULL,
	"base_version" integer NOT NULL,
	"title" text NOT NULL,
	"slug" text NOT NULL,
	"parent_id" text,
	"template_id" text,
	"values" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"updated_by" text NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "entry_copy" ADD CONSTRAINT "entry_copy_entry_id_fkey" FOREIGN KEY ("entry_id") REFERENCES "public"."entry"("id") ON DELETE cascade ON UPDATE no action;