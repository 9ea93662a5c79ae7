ALTER TABLE "workspace" ADD COLUMN "language" text DEFAULT 'en' NOT NULL;--> statement-breakpoint
ALTER TABLE "workspace" ADD COLUMN "start_page" text;--> statement-breakpoint
ALTER TABLE "workspace" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;