using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class Amended : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "EndedAt",
                table: "Releases",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Came",
                table: "Amendments",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<string>(
                name: "Kind",
                table: "Amendments",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'remark'");

            migrationBuilder.AddColumn<string>(
                name: "Now",
                table: "Amendments",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "''");

            migrationBuilder.AddColumn<Guid>(
                name: "Of",
                table: "Amendments",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Was",
                table: "Amendments",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "''");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "EndedAt",
                table: "Releases");

            migrationBuilder.DropColumn(
                name: "Came",
                table: "Amendments");

            migrationBuilder.DropColumn(
                name: "Kind",
                table: "Amendments");

            migrationBuilder.DropColumn(
                name: "Now",
                table: "Amendments");

            migrationBuilder.DropColumn(
                name: "Of",
                table: "Amendments");

            migrationBuilder.DropColumn(
                name: "Was",
                table: "Amendments");
        }
    }
}
